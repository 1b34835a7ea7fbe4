import axe from 'axe-core';
import type { Page } from '@playwright/test';
import { invalidMarkup } from './markup';
import { pageAddresses } from './page-addresses';
import { expect, test, type World } from './world';

/** Everybody who sees pages that others do not. Two who do the same in other courses share a line: each page is seen once. */
const PEOPLE = [['nobody'], ['ilse'], ['odile', 'casper'], ['petra'], ['henrik'], ['isolde']];
/** CSS pixels: a desk, the same at 200 % and 400 % zoom, and a phone (WCAG 1.4.10). */
const WIDTHS = [1280, 640, 360, 320] as const;
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'];
/** What differs with width alone; colours do not, and everything else is asked of each theme once. */
const OF_WIDTH = ['target-size', 'scrollable-region-focusable'];

/**
 * Every page of everybody, by tools that nobody here wrote: its markup by two validators; by day and by night what axe calls
 * moderate or worse; at each width whether it fits, also with the spacing of text that readers may set (WCAG 1.4.12).
 */
for (const people of PEOPLE)
  test(`every page of ${people.join(' and ')} is valid, accessible and fits`, async ({ world }) => {
    test.setTimeout(900_000);
    const wrong: string[] = [];
    const markup = new Map<string, string>();
    await world.sql(TIDINGS);
    const addresses = await pageAddresses(world);
    for (const who of people) {
      const page = await openedBy(world, who);
      const refused = new Set<number>();
      for (const path of addresses.filter((each) => !markup.has(each))) {
        const answer = await page.request.get(world.url + path, { maxRedirects: 0 });
        const status = answer.status();
        // A refusal looks the same wherever it is met.
        if (status < 200 || (status >= 300 && status < 400) || refused.has(status)) continue;
        if (status >= 400) refused.add(status);
        else markup.set(path, await answer.text());
        await page.goto(world.url + path);
        for (const problem of await problemsOf(page)) wrong.push(`${path} ${problem}`);
      }
    }
    wrong.push(...(await invalidMarkup(markup)));
    expect(markup.size).toBeGreaterThan(4);
    expect(wrong).toEqual([]);
  });

/** A bar of rooms that says of many tidings is as wide as it gets. */
const TIDINGS = `insert into tidings (person_id, kind, about, grouped, href, data, at)
  select p.id, 'notice', 'filled ' || n, 'filled', '/tidings', '{}', now() from people p, generate_series(1, 120) n
  where p.handle in ('ilse', 'odile', 'casper', 'petra', 'henrik')`;

async function openedBy(world: World, who: string): Promise<Page> {
  const page = who === 'nobody' ? await world.window() : await world.as(who);
  await page.emulateMedia({ reducedMotion: 'reduce', colorScheme: 'light' });
  return page;
}

async function problemsOf(page: Page): Promise<string[]> {
  const found = new Set<string>();
  await page.evaluate(axe.source);
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 780 });
    const theme = width === 360 ? 'night' : 'day';
    await page.evaluate(dress, theme);
    const over = await tooWide(page);
    if (over !== null) found.add(`is too wide at ${width}: ${over}`);
    const all = width === 1280 || width === 360;
    for (const problem of await asked(page, all ? TAGS : OF_WIDTH)) found.add(`${problem} (${width})`);
  }
  await page.evaluate(spaceText);
  const over = await tooWide(page);
  if (over !== null) found.add(`is too wide with its text spaced: ${over}`);
  return [...found];
}

/** What the reader of PDFs measures letters on has no size, and stands outside of everything. */
function asked(page: Page, of: string[]): Promise<string[]> {
  return page.evaluate(async (runOnly) => {
    const { violations } = await window.axe.run(
      { exclude: ['.hiddenCanvasElement'] },
      { runOnly, resultTypes: ['violations'] }
    );
    return violations
      .filter(({ impact }) => impact !== 'minor')
      .map(
        ({ id, nodes }) =>
          `${id}: ${nodes.map((node) => `${node.target.join(' ')} ${node.html.slice(0, 80)}`).join(' | ')}`
      );
  }, of);
}

declare global {
  interface Window {
    axe: typeof axe;
  }
}

/** What stands out of the page; null where it fits, or does once what draws itself has seen the new width. */
async function tooWide(page: Page): Promise<string | null> {
  let over: string | null = null;
  for (let i = 0; i < 20; i++) {
    over = await page.evaluate(standsOut);
    if (over === null) return null;
    await page.evaluate(() => new Promise((drawn) => setTimeout(() => requestAnimationFrame(drawn), 50)));
  }
  return over;
}

function standsOut(): string | null {
  const root = document.documentElement;
  const over = root.scrollWidth - root.clientWidth;
  if (over <= 0) return null;
  const out = [...document.querySelectorAll('body *')].filter(
    (each) => each.getBoundingClientRect().right > root.clientWidth + 1
  );
  const last = out.at(-1);
  return `${over} px, ${last?.tagName.toLowerCase() ?? ''}.${String(last?.className ?? '').slice(0, 60)}`;
}

/** In a theme, with what fades from one colour to the other at its end. */
function dress(theme: string): void {
  document.documentElement.dataset.theme = `vendro-${theme}`;
  for (const fading of document.getAnimations()) if (fading instanceof CSSTransition) fading.finish();
}

/** As somebody sets it who reads better so: a sheet of the reader, which no policy of a page keeps out. */
function spaceText(): void {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(
    '* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important } p { margin-bottom: 2em !important }'
  );
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
}
