import type { Page } from '@playwright/test';
import { DomUtils, parseDocument } from 'htmlparser2';
import { bringAxe, findingsOf } from './axe';
import { invalidMarkup } from './markup';
import { findingsAnew } from './new-parts';
import { pageAddresses } from './page-addresses';
import type { PlainLocator } from './plain/locator';
import { shapeOf } from './shape';
import { expect, expectAccessible, test, type World } from './world';

/** Everybody who sees pages that others do not. */
const PEOPLE = ['nobody', 'ilse', 'odile', 'casper', 'petra', 'henrik', 'isolde'];
/** CSS pixels: a desk, the same at 200 % and 400 % zoom, and a phone (WCAG 1.4.10). */
const WIDTHS = [1280, 640, 360, 320] as const;
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa', 'best-practice'];

/**
 * Every page of everybody, by tools that nobody here wrote: its markup by two validators; by day and by night what axe calls
 * moderate or worse; at each width whether it fits, also with the spacing of text that readers may set (WCAG 1.4.12).
 *
 * A page that is made of nothing else than other pages, whoever they belong to, is not opened: two thirds of all are that.
 */
test('every page of everybody is valid, accessible and fits', async ({ world }) => {
  test.setTimeout(900_000);
  const wrong: string[] = [];
  await world.sql(TIDINGS);
  const pages = await everyPage(world);
  const windows = new Map<string, Page>();
  for (const { who, path, html } of inAllShapes(pages)) {
    const window = windows.get(who) ?? (await openedBy(world, who));
    windows.set(who, window);
    await turnTo(window, world.url + path);
    await expect(window).toHaveTitle(titleOf(html));
    for (const problem of await problemsOf(window)) wrong.push(`${who} ${path} ${problem}`);
  }
  const markup = pages.filter(({ refused }) => !refused);
  wrong.push(...(await invalidMarkup(new Map(markup.map(({ who, path, html }) => [`${who} ${path}`, html])))));
  expect(wrong).toEqual([]);
});

test('pages of one shape say other things, and differ in nothing that a tool reads', () => {
  const page = (inner: string) => `<main class="a"><ul>${inner}</ul></main>`;
  const row = '<li class="b"><a href="/x">Limpets</a></li>';
  const known = shapeOf(page(row));
  const isKnown = (inner: string) => [...shapeOf(page(inner))].every((kind) => known.has(kind));
  expect([row + row, row.replace('/x', '/y'), row.replace('Limpets', 'Knots')].map(isKnown)).toEqual([
    true,
    true,
    true
  ]);
  const other = [
    '',
    row.replace('b', 'c'),
    row.replace('Limpets', ''),
    row.replace('Limpets', 'Schifffahrtsgesellschaft'),
    row.replace('<a ', '<a title="x" '),
    '<li class="b"><span>Limpets</span></li>',
    '<li class="b"><img alt=""></li>'
  ];
  expect(other.map(isKnown)).toEqual(Array(other.length).fill(false));
});

test('what is faint, small or nameless is found', async ({ page }) => {
  await page.setContent(
    `<main style="color: oklch(80% 0.02 90); background: oklch(99% 0 0)"><p>Faint</p><p>As faint</p>
     <button style="width: 9px; height: 9px; padding: 0"></button><button style="width: 9px; height: 9px">x</button></main>`
  );
  await bringAxe(page);
  const found = new Map((await findingsOf(page, TAGS)).map(({ rule, places }) => [rule, places.length]));
  expect([found.get('color-contrast'), found.get('button-name'), found.get('target-size')]).toEqual([2, 1, 2]);
});

test('what looks as before is not asked again, and what looks otherwise is', async ({ page }) => {
  const faint = async (...colours: string[]) => {
    const said = colours.map((colour) => `<p style="color: ${colour}">Said</p>`).join('');
    await page.setContent(`<main style="background: white">${said}</main>`);
    await bringAxe(page);
    const found = await findingsAnew(page, TAGS);
    return found.filter(({ rule }) => rule === 'color-contrast').flatMap(({ places }) => places).length;
  };
  expect(await faint('#aaaaaa', '#aaaaaa')).toBe(2);
  expect(await faint('#aaaaaa', '#333333')).toBe(0);
  expect(await faint('#aaaaaa', '#bbbbbb')).toBe(1);
});

test('where only room is asked, what is small and what scrolls out of reach of keys is found', async ({ page }) => {
  const scrolls = (tabindex: string) =>
    `<main><div ${tabindex} style="overflow: auto; height: 60px; width: 200px"><p>${'Limpets keep to the rock. '.repeat(40)}</p></div>
     <button style="width: 9px; height: 9px; padding: 0">x</button><button style="width: 9px; height: 9px">y</button></main>`;
  const found = async (content: string) => {
    await page.setContent(content);
    await bringAxe(page);
    return (await findingsAnew(page, [])).map(({ rule }) => rule).sort();
  };
  await page.setViewportSize({ width: 333, height: 700 });
  expect(await found(scrolls(''))).toEqual(['scrollable-region-focusable', 'target-size']);
  // What was small before is not asked again; what scrolls is.
  expect(await found(scrolls(''))).toEqual(['scrollable-region-focusable']);
  expect(await found(scrolls('tabindex="0" role="region" aria-label="On limpets"'))).toEqual([]);
});

test('what a plain window holds is drawn as it looks, and what is faint there is found', async ({ world }) => {
  const page = await world.plain('ilse', '/tidings/mail');
  await expectAccessible(page);
  const heading = page.getByRole('heading', { level: 1 }) as unknown as PlainLocator;
  heading.elements()[0]?.setAttribute('style', 'color: #dddddd');
  await expect(expectAccessible(page)).rejects.toThrow('color-contrast');
});

/** A bar of rooms that says of many tidings is as wide as it gets. */
const TIDINGS = `insert into tidings (person_id, kind, about, grouped, href, data, at)
  select p.id, 'notice', 'filled ' || n, 'filled', '/tidings', '{}', now() from people p, generate_series(1, 120) n
  where p.handle in ('ilse', 'odile', 'casper', 'petra', 'henrik')`;

interface SeenPage {
  who: string;
  path: string;
  html: string;
  /** A refusal looks the same wherever it is met: one of each is here. */
  refused: boolean;
}

/** What everybody is answered at every address that answers them. */
async function everyPage(world: World): Promise<SeenPage[]> {
  const pages: SeenPage[] = [];
  const addresses = await pageAddresses(world);
  for (const who of PEOPLE) {
    const window = await world.plain(who === 'nobody' ? null : who, null);
    const refused = new Set<number>();
    for (const path of addresses) {
      const answer = await window.request.get(world.url + path);
      const status = answer.status();
      if (status < 200 || (status >= 300 && status < 400) || refused.has(status)) continue;
      if (status >= 400) refused.add(status);
      pages.push({ who, path, html: await answer.text(), refused: status >= 400 });
    }
    expect(pages.filter((page) => page.who === who && !page.refused).length).toBeGreaterThan(4);
  }
  return pages;
}

/** As few pages as show every kind of element that any of them has: the smallest are left out first. */
function inAllShapes(pages: SeenPage[]): SeenPage[] {
  const shapes = new Map(pages.map((page) => [page, shapeOf(page.html)]));
  const shownBy = new Map<string, number>();
  for (const shape of shapes.values()) for (const kind of shape) shownBy.set(kind, (shownBy.get(kind) ?? 0) + 1);
  const needed = new Set(pages);
  for (const [page, shape] of [...shapes].sort(([, one], [, other]) => one.size - other.size)) {
    if ([...shape].some((kind) => shownBy.get(kind) === 1)) continue;
    needed.delete(page);
    for (const kind of shape) shownBy.set(kind, (shownBy.get(kind) ?? 0) - 1);
  }
  return [...needed];
}

async function openedBy(world: World, who: string): Promise<Page> {
  const page = who === 'nobody' ? await world.window() : await world.as(who, { at: null });
  await page.emulateMedia({ reducedMotion: 'reduce', colorScheme: 'light' });
  return page;
}

/**
 * Goes there as a link of the page that stands leads there: whoever reads comes to most pages so, and a page that comes so costs
 * half of one that comes with all its scripts.
 */
async function turnTo(page: Page, address: string): Promise<void> {
  if (new URL(page.url()).protocol === 'about:') return void (await page.goto(address));
  await page.setViewportSize({ width: WIDTHS[0], height: 780 });
  await page.evaluate(follow, address);
  await page.waitForURL(address);
}

const titleOf = (html: string) =>
  DomUtils.textContent(DomUtils.getElementsByTagName('title', parseDocument(html), true, 1));

function follow(address: string): void {
  document.adoptedStyleSheets = [];
  const link = Object.assign(document.createElement('a'), { href: address });
  (document.querySelector('main') ?? document.body).append(link);
  link.click();
  link.remove();
}

async function problemsOf(page: Page): Promise<string[]> {
  const found = new Set<string>();
  await bringAxe(page);
  for (const width of WIDTHS) {
    await page.setViewportSize({ width, height: 780 });
    const theme = width === 360 ? 'night' : 'day';
    await page.evaluate(dress, theme);
    const over = await tooWide(page);
    if (over !== null) found.add(`is too wide at ${width}: ${over}`);
    const whole = width === 1280 || width === 360;
    for (const { rule, impact, places } of await findingsAnew(page, whole ? TAGS : []))
      if (impact !== 'minor') found.add(`${rule}: ${places.join(' | ')} (${width})`);
  }
  await page.evaluate(spaceText);
  const over = await tooWide(page);
  if (over !== null) found.add(`is too wide with its text spaced: ${over}`);
  return [...found];
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
