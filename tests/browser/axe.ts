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
 * @param of tags of rules, or rules @param but rules that are not asked
 */
export function findingsOf(page: Page, of: readonly string[], but: readonly string[] = []): Promise<Finding[]> {
  return findings(page, of, but, false);
}

/** What axe finds in the parts that were laid down (new-parts.ts); null where the page drew some of them anew meanwhile. */
export async function findingsIn(page: Page, of: readonly string[]): Promise<Finding[] | null> {
  const found = await findings(page, of, [], true);
  return (await page.evaluate(() => window.parts.every((part) => part.isConnected))) ? found : null;
}

function findings(page: Page, of: readonly string[], but: readonly string[], inParts: boolean): Promise<Finding[]> {
  return page.evaluate(
    async ([asked, off, parts]) => {
      const runOnly = [...asked];
      const exclude = ['.hiddenCanvasElement'];
      const laidDown = parts ? window.parts.filter((part) => part.isConnected) : [];
      const context = parts ? { include: laidDown, exclude } : { exclude };
      if (parts && laidDown.length === 0) return [];
      const rules = Object.fromEntries(off.map((rule) => [rule, { enabled: false }]));
      // No rule that is asked needs the sheets of the page fetched again.
      const options = { runOnly, rules, resultTypes: ['violations' as const], preload: false };
      const { violations } = await window.axe.run(context, options);
      return violations.map(({ id, impact, nodes }) => ({
        rule: id,
        impact: impact ?? '',
        places: nodes.map((node) => `${node.target.join(' ')} ${node.html.slice(0, 80)}`)
      }));
    },
    [[...of], [...but], inParts] as const
  );
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
    axe: Pick<typeof axe, 'run'> & { commons: { color: { Color: { prototype: Colour } } } };
  }
}
