// Attributes of the parts of a page: what each may be, and how it stands in HTML and Markdown.

/** What names a part of a page. */
export const id = () => ({
  default: '',
  validate: (value: unknown) => must(typeof value === 'string' && /^[a-z0-9-]{0,40}$/i.test(value)),
  parseHTML: (element: HTMLElement) => element.getAttribute('data-id') ?? '',
  renderHTML: ({ id }: Record<string, unknown>) => ({ 'data-id': id })
});
/** What a part is or is not. */
export const yes = (name: string) => ({
  default: false,
  validate: 'boolean',
  parseHTML: (element: HTMLElement) => element.hasAttribute(`data-${name}`),
  renderHTML: (attrs: Record<string, unknown>) => (attrs[name] === true ? { [`data-${name}`]: '' } : {})
});
/** Anything that is kept as JSON, of a form that is checked. */
export const kept = <T>(name: string, empty: T, is: (value: unknown) => boolean) => ({
  default: empty,
  validate: (value: unknown) => must(is(value)),
  parseHTML: (element: HTMLElement) => parsed(element.getAttribute(`data-${name}`)) ?? empty,
  renderHTML: (attrs: Record<string, unknown>) => ({ [`data-${name}`]: JSON.stringify(attrs[name]) })
});
function must(holds: boolean): void {
  if (!holds) throw new RangeError('No such part of a page.');
}
/** What is written as JSON; null where it is none. */
export function parsed(text: string | null): unknown {
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
}
/** Whether something is a list of texts. */
export const texts = (most: number, longest: number) => (value: unknown) =>
  Array.isArray(value) &&
  value.length <= most &&
  value.every((one) => typeof one === 'string' && one.length <= longest);

/** A part as the head of its division: its kind, its name, and what it is. */
export function partOf(
  kind: string,
  attrs: Record<string, unknown> | undefined
): { kind: string; id: string; values: Record<string, string> } {
  const said = (['optional', 'several', 'strict', 'stays'] as const).filter((name) => attrs?.[name] === true);
  return {
    kind,
    id: typeof attrs?.id === 'string' ? attrs.id : '',
    values: Object.fromEntries(said.map((name) => [name, 'yes']))
  };
}
