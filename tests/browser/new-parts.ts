import type { Page } from '@playwright/test';
import { findingsIn, findingsWith, type Finding } from './axe';

/** What depends on how parts look: three quarters of what axe costs, and the same for parts that look the same. */
const OF_LOOKS = ['color-contrast', 'target-size'];
/** What depends on width, and, of regions that scroll, on how much there is to read. */
const OF_ROOM = ['target-size', 'scrollable-region-focusable'];

/** By width, the kinds of parts that were asked in this process. */
const asked = new Map<number, Set<number>>();

/**
 * What axe finds on the page as it stands, after `bringAxe`; what depends on looks in those parts alone that no page before it had,
 * at this width and in this theme.
 *
 * @param of tags of rules; none where only what depends on width is asked
 */
export async function findingsAnew(page: Page, of: readonly string[]): Promise<Finding[]> {
  const width = page.viewportSize()?.width ?? 0;
  const known = asked.get(width) ?? new Set();
  asked.set(width, known);
  return of.length === 0
    ? askNewParts(page, known, true, () => findingsIn(page, OF_ROOM))
    : askNewParts(page, known, false, () => findingsWith(page, of, OF_LOOKS));
}

/** A page that has just come may draw parts anew while they are asked: then those are asked that took their place. */
async function askNewParts(
  page: Page,
  known: Set<number>,
  room: boolean,
  ask: () => Promise<Finding[] | null>
): Promise<Finding[]> {
  for (let time = 0; time < TIMES; time++) {
    const kinds = await newParts(page, known, room);
    const found = await ask();
    if (found === null) continue;
    for (const kind of kinds) known.add(kind);
    return found;
  }
  throw new Error('The page is drawn anew again and again.');
}

/** More than any page needs to come to rest. */
const TIMES = 20;

/**
 * What of a page as it stands was not there on pages before it, for tools that read colours and sizes: a page is mostly made
 * of what others are made of, and what was asked of those need not be asked again.
 *
 * The parts are laid down on the page (`window.parts`), for `findingsIn` to read.
 *
 * @param known kinds of parts that were asked before
 * @param room whether all that scrolls is asked besides, and of what is new only what can be pressed
 * @returns the kinds of all parts of this page
 */
async function newParts(page: Page, known: ReadonlySet<number>, room: boolean): Promise<number[]> {
  const kinds = await page.evaluate(kindsOnPage);
  const places = kinds.flatMap((kind, place) => (known.has(kind) ? [] : [place]));
  await page.evaluate(layDownParts, [places, room ? PRESSED : '*', room] as const);
  return kinds;
}

/** What anybody presses or goes to by key, and something besides. */
const PRESSED = 'a, area, button, input, select, summary, textarea, [contenteditable], [role], [tabindex]';

/**
 * The kind of each element, in the order of the document: a number that stands for what it is, how it looks, whether it says
 * anything, and for the kinds of all that it lies in. Two elements of one kind differ in what they say and in their place.
 */
function kindsOnPage(): number[] {
  const says = (element: Element) =>
    [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.nodeValue?.trim() !== '');
  const looks = (element: Element) => {
    const { color, backgroundColor, backgroundImage, fontSize, fontWeight, opacity } = getComputedStyle(element);
    const { width, height } = element.getBoundingClientRect();
    const image = backgroundImage === 'none' ? '' : 'image';
    const visible = element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
    return [color, backgroundColor, image, fontSize, fontWeight, opacity, visible, width < 24, height < 24].join();
  };
  const state = (element: Element) =>
    element instanceof HTMLInputElement ? `${element.type}${element.checked}${element.value === ''}` : '';
  /** 53 bits of it (cyrb53): among the ten thousand kinds of a run no two are likely to meet. */
  const hash = (text: string) => {
    let [a, b] = [0xdeadbeef, 0x41c6ce57];
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i);
      a = Math.imul(a ^ code, 2654435761);
      b = Math.imul(b ^ code, 1597334677);
    }
    a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
    b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
    return 4294967296 * (2097151 & b) + (a >>> 0);
  };
  const kindOf = new Map<Element | null, number>([[null, 0]]);
  window.parts = [...document.querySelectorAll('body, body *')];
  return window.parts.map((element) => {
    const named = `${element.localName} ${element.getAttribute('class') ?? ''} ${element.getAttribute('role') ?? ''}`;
    const own = [named, looks(element), says(element), state(element)].join('|');
    const kind = hash(`${kindOf.get(element.parentElement) ?? 0}>${own}`);
    kindOf.set(element, kind);
    return kind;
  });
}

/** The elements of these places that are such, and all that scrolls where `room`: those alone that lie in none of the others. */
function layDownParts([places, such, room]: readonly [number[], string, boolean]): void {
  const scrolls = (part: Element) =>
    (part.scrollHeight > part.clientHeight || part.scrollWidth > part.clientWidth) &&
    /scroll|auto/.test(getComputedStyle(part).overflow);
  const chosen = new Set(places.flatMap((place) => window.parts[place] ?? []).filter((part) => part.matches(such)));
  if (room) for (const part of window.parts) if (scrolls(part)) chosen.add(part);
  window.parts = [...chosen].filter((part) => {
    for (let each = part.parentElement; each; each = each.parentElement) if (chosen.has(each)) return false;
    return true;
  });
}

declare global {
  interface Window {
    /** What is asked of the page that stands there. */
    parts: Element[];
  }
}
