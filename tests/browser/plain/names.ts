import { computeAccessibleName } from 'dom-accessibility-api';
import { styleOf } from './shown';

/** A text of which this is a part, whatever its letters' case; or a pattern. */
export type Wanted = string | RegExp;

/** Whether a text says what is wanted, by the rules that Playwright has for it. */
export function says(text: string, wanted: Wanted, exact: boolean): boolean {
  const said = spaced(text);
  if (typeof wanted !== 'string') return new RegExp(wanted.source, wanted.flags.replace('g', '')).test(said);
  return exact ? said === spaced(wanted) : said.toLowerCase().includes(spaced(wanted).toLowerCase());
}

export const textOf = (element: Element) => spaced(element.textContent ?? '');

/** What a reader of screens calls it (Accessible Name and Description Computation 1.2). */
export function accessibleName(element: Element): string {
  return computeAccessibleName(element, { getComputedStyle: styleOf, computedStyleSupportsPseudoElements: false });
}

/** All that names a field: what stands beside it, and what it is called by its attributes. */
export function labelsOf(element: Element): string[] {
  const beside = 'labels' in element ? [...((element.labels ?? []) as Iterable<Element>)].map(textOf) : [];
  const by = (element.getAttribute('aria-labelledby') ?? '').split(/\s+/).filter(Boolean);
  const named = by.map((id) => element.ownerDocument.getElementById(id)).filter((each) => each !== null);
  return [
    ...beside,
    ...(named.length > 0 ? [named.map(textOf).join(' ')] : []),
    element.getAttribute('aria-label') ?? ''
  ];
}

const spaced = (text: string) => text.replace(/[\s\u00a0\u200b]+/g, ' ').trim();
