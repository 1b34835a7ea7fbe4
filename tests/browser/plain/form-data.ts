import type { JSDOM } from 'jsdom';

/** The files that were chosen in each field. */
export type Chosen = Map<Element, File[]>;

/** What a form sends when one of its buttons is pressed, in the order of its fields. */
export function dataOf(dom: JSDOM, form: HTMLFormElement, by: HTMLElement | null, chosen: Chosen): FormData {
  const data = new FormData();
  const fields = new Map(
    [...form.querySelectorAll('input[type=file]')].map((field) => [field.getAttribute('name'), field])
  );
  for (const [name, value] of new dom.window.FormData(form, by)) {
    if (typeof value === 'string') data.append(name, value);
    else {
      const files = chosen.get(fields.get(name) ?? form) ?? [];
      if (files.length === 0) data.append(name, new File([], '', { type: 'application/octet-stream' }));
      for (const file of files) data.append(name, file);
    }
  }
  return data;
}
