/**
 * Whether somebody did something to fields before the scripts of their page came: typed, chose or ticked. What they did stands in
 * the fields alone, so whatever would be drawn anew in their place would lose it.
 */
export function isTouched(part: Element): boolean {
  return [...part.querySelectorAll('input, textarea, select')].some(isChanged);
}

function isChanged(field: Element): boolean {
  if (field instanceof HTMLInputElement) {
    if (field.type === 'file') return (field.files?.length ?? 0) > 0;
    if (field.type === 'checkbox' || field.type === 'radio') return field.checked !== field.defaultChecked;
    return field.type !== 'hidden' && field.value !== field.defaultValue;
  }
  if (field instanceof HTMLTextAreaElement) return field.value !== field.defaultValue;
  return field instanceof HTMLSelectElement && [...field.options].some((one) => one.selected !== one.defaultSelected);
}
