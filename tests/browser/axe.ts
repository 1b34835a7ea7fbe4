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

/** Brings axe onto the page that stands there; the next page needs it anew. */
export async function bringAxe(page: Page): Promise<void> {
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
  return page.evaluate(
    async (runOnly) => {
      // No rule that is asked needs the sheets of the page fetched again.
      const options = { runOnly, resultTypes: ['violations' as const], preload: false };
      const { violations } = await window.axe.run({ exclude: ['.hiddenCanvasElement'] }, options);
      return violations.map(({ id, impact, nodes }) => ({
        rule: id,
        impact: impact ?? '',
        places: nodes.map((node) => `${node.target.join(' ')} ${node.html.slice(0, 80)}`)
      }));
    },
    [...of]
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
