import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type axe from 'axe-core';
import type { Page } from '@playwright/test';

const SOURCE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** One finding of axe: which rule, how grave, and every place, each with the beginning of its markup. */
export interface Finding {
  rule: string;
  impact: string;
  places: string[];
}

/** Brings axe into the window that stands there, where it is not there yet: it stays until a page comes with its own scripts. */
export async function bringAxe(page: Page): Promise<void> {
  if (await page.evaluate(() => 'axe' in window)) return;
  await page.evaluate(SOURCE);
  await page.evaluate(rememberColours);
}

/**
 * What axe finds on the page as it stands, after `bringAxe`.
 *
 * What the reader of PDFs measures letters on has no size, and stands outside of everything: it is left out.
 *
 * @param of tags of rules, or rules
 */
export function findingsOf(page: Page, of: readonly string[]): Promise<Finding[]> {
  return page.evaluate(run, { of: [...of], inParts: [], only: false });
}

/** What axe finds in the parts that were laid down (new-parts.ts); null where the page drew some of them anew meanwhile. */
export function findingsIn(page: Page, of: readonly string[]): Promise<Finding[] | null> {
  return unlessDrawnAnew(page, { of: [...of], inParts: [], only: true });
}

/**
 * What axe finds on the page in one go, some rules being asked of the parts alone that were laid down: each time it is asked
 * it reads the whole page first. Null where the page drew some of them anew meanwhile.
 */
export function findingsWith(page: Page, of: readonly string[], inParts: readonly string[]): Promise<Finding[] | null> {
  return unlessDrawnAnew(page, { of: [...of], inParts: [...inParts], only: false });
}

async function unlessDrawnAnew(page: Page, asked: Asked): Promise<Finding[] | null> {
  const found = await page.evaluate(run, asked);
  return (await page.evaluate(() => window.parts.every((part) => part.isConnected))) ? found : null;
}

/** What is asked of axe: rules by their tags or names, those `inParts` of the parts alone; all of them, where `only`. */
interface Asked {
  of: string[];
  inParts: string[];
  only: boolean;
}

async function run({ of, inParts, only }: Asked): Promise<Finding[]> {
  const exclude = ['.hiddenCanvasElement'];
  const parts = only || inParts.length > 0 ? window.parts.filter((part) => part.isConnected) : [];
  if (only && parts.length === 0) return [];
  const lookFor = (selector: string) => window.axe.configure({ rules: inParts.map((id) => ({ id, selector })) });
  lookFor('[data-part], [data-part] *');
  // Within an editor nothing is touched, which would draw it anew: it is asked whole.
  const marked = only ? [] : parts.map((part) => part.closest('[contenteditable="true"]') ?? part);
  for (const part of marked) part.setAttribute('data-part', '');
  // No rule that is asked needs the sheets of the page fetched again.
  const options = { resultTypes: ['violations' as const], preload: false };
  const rules = Object.fromEntries(inParts.map((rule) => [rule, { enabled: parts.length > 0 }]));
  const { violations } = await window.axe
    .run(only ? { include: parts, exclude } : { exclude }, { ...options, runOnly: of, rules })
    .finally(() => {
      for (const part of marked) part.removeAttribute('data-part');
      lookFor('*');
    });
  return violations.map(({ id, impact, nodes }) => ({
    rule: id,
    impact: impact ?? '',
    places: nodes.map((node) => `${node.target.join(' ')} ${node.html.slice(0, 80)}`)
  }));
}

/** Every element asks what its colours mean, and a theme has few: read once each, they cost a third less of the whole. */
function rememberColours(): void {
  const { prototype } = window.axe.commons.color.Color;
  const { parseString } = prototype;
  const known = new Map<string, { r: number; g: number; b: number; alpha: number }>();
  prototype.parseString = function (text) {
    const before = known.get(text);
    if (before) return Object.assign(this, before);
    parseString.call(this, text);
    known.set(text, { r: this.r, g: this.g, b: this.b, alpha: this.alpha });
    return this;
  };
}

interface Colour {
  r: number;
  g: number;
  b: number;
  alpha: number;
  parseString(text: string): Colour;
}

declare global {
  interface Window {
    axe: Pick<typeof axe, 'configure' | 'run'> & { commons: { color: { Color: { prototype: Colour } } } };
  }
}
