import { createHash, randomBytes } from 'node:crypto';
import {
  test as base,
  expect as ofBrowser,
  type Browser,
  type BrowserContextOptions,
  type Page
} from '@playwright/test';
import { freePort } from '../../scripts/lib/ports.mjs';
import { bringAxe } from './axe';
import { NOW } from './global-setup';
import { openLine, type Line } from './line';
import { findingsAnew } from './new-parts';
import { expectPlain, type PlainExpectations } from './plain/expect';
import { PlainLocator } from './plain/locator';
import type { Asked, Opened, PlainPage } from './plain/page';
import { PlainWindow } from './plain/window';
import { closeServer, openServer, query, type Server } from './server';

/** A school of one's own: a server on a copy of the demo world, with a clock that the test moves. */
export interface World {
  url: string;
  /** Moves the frozen clock of the server. */
  at(moment: string): Promise<void>;
  /**
   * Opens a browser window of a person who is signed in.
   *
   * @param options `at`: where it begins, the Desk where it is not given; null where nothing is opened yet. `work`: it begins at
   *   the assignment whose title begins so
   */
  as(handle: string, options?: BrowserContextOptions & { at?: string | null; work?: string }): Promise<Page>;
  /**
   * Opens a window without a browser, of a person who is signed in or of nobody: for what the server says and takes. What only
   * a browser can show needs `as`.
   *
   * @param at where it begins, the Desk where it is not given; null where nothing is opened yet
   */
  plain(handle: string | null, at?: string | null): Promise<PlainPage>;
  /** A window of nobody. */
  window(options?: BrowserContextOptions): Promise<Page>;
  /** Runs SQL, for what no screen tells. */
  sql(text: string, values?: unknown[]): Promise<Array<Record<string, unknown>>>;
  /** The server dies at once, in the middle of whatever it does. */
  kill(): Promise<void>;
  /** It is asked to stop, and says with which code it did. */
  stop(): Promise<number | null>;
  /** It comes back at the same address, with the data that it had. */
  start(): Promise<void>;
  /** The slow line to the server, where the journey has one (`upPerSecond`). */
  line: Line | null;
  /** Address of the assignment whose title begins so. */
  addressOf(title: string): Promise<string>;
  /** When it is due, in milliseconds. */
  dueAt(title: string): Promise<number>;
  /** Address of a page of the simulated site. */
  site(path: string): string;
}

export const PASSWORD = 'low tide at noon';

interface Given {
  world: World;
  settings: Record<string, string>;
  upPerSecond: number | null;
}

export const test = base.extend<Given, { shared: Server }>({
  /** Bytes that go up the line each second, where a journey has a slow one. */
  upPerSecond: [null, { option: true }],
  /** The server's settings, where a journey needs others: `test.use({ settings: { … } })`. It then has its own server. */
  settings: [{}, { option: true }],
  shared: [
    async ({}, use) => {
      const server = await openServer();
      await use(server);
      await closeServer(server);
    },
    { scope: 'worker' }
  ],
  world: async ({ browser, settings, upPerSecond, shared }, use) => {
    // What the journey before has left open; it stayed so until its report was written.
    for (const context of browser.contexts()) await context.close();
    const own = upPerSecond !== null || Object.keys(settings).length > 0;
    const server = own ? await openServer(settings) : shared;
    const line =
      upPerSecond === null ? null : await openLine(server.behind(await freePort()), server.port, upPerSecond);
    await server.renew();
    const errors: string[] = [];
    await use(worldOn(server, browser, errors, line));
    line?.close();
    if (own) await closeServer(server);
    // A page whose scripts fail may look whole and do nothing.
    ofBrowser(errors).toEqual([]);
  }
});

/** Expects something of a page, of a part of one, in a browser or in a plain window, or of a value. */
export const expect = new Proxy(ofBrowser, {
  apply: (target, _, [actual, ...rest]: [unknown, string?]) =>
    actual instanceof PlainLocator || actual instanceof PlainWindow ? expectPlain(actual) : target(actual, ...rest)
}) as Expect;
type Expect = ((actual: PlainPage) => Pick<PlainExpectations, 'not' | 'toHaveURL'>) & typeof ofBrowser;

/** Nothing that axe calls serious or critical stands on the page; one of a plain window is drawn by a browser for it. */
export async function expectAccessible(seen: Page | PlainPage): Promise<void> {
  const page = 'html' in seen ? await drawn(seen) : seen;
  await bringAxe(page);
  const found = await findingsAnew(page, ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']);
  const grave = found.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(grave.map(({ rule, places }) => `${rule}: ${places.join(', ')}`)).toEqual([]);
}

/** Where the plain windows of a journey are drawn. */
const sheets = new WeakMap<PlainPage, () => Promise<Page>>();

async function drawn(seen: PlainPage): Promise<Page> {
  const sheet = await sheets.get(seen)?.();
  if (!sheet) throw new Error('No browser draws this window.');
  const address = seen.url();
  await sheet.route(address, (route) => route.fulfill({ contentType: 'text/html', body: seen.html() }));
  await sheet.goto(address);
  await sheet.unroute(address);
  return sheet;
}

/** Opens something from the list that is on the page. */
export const openFromList = (page: Asked, title: string) =>
  page
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click();

/** Presses submit, and again on the sheet where something is still open. @param name what the button says */
export async function submit(page: Asked, name: string | RegExp = /^Submit round/): Promise<void> {
  await page
    .getByRole('complementary')
    .getByRole('button', { name: ofSoMany(name) })
    .click();
  // Where a link was not looked at just now, that comes first.
  await expect(page.getByRole('button', { name: /links once more/ })).toHaveCount(0);
  const sheet = page.getByRole('dialog', { name: 'Before you submit' });
  if (await sheet.isVisible()) await sheet.getByRole('button', { name: /all the same/ }).click();
}

/** A button that submits also says how many rounds there may be, where that is limited. */
function ofSoMany(name: string | RegExp): RegExp {
  return typeof name === 'string' ? new RegExp(`^${name.replace(/round (\d+):/, 'round $1( of \\d+)?:')}`) : name;
}

/** Keeps a page's scripts back, as a slow line does. @returns lets them come */
export async function holdScripts(page: Page): Promise<() => void> {
  let open: () => void = () => undefined;
  const opened = new Promise<void>((resolve) => (open = resolve));
  await page.route(/\/_app\/.*\.js/, async (route) => {
    await opened;
    await route.continue();
  });
  return open;
}

/** A file as a person chooses it. */
export const file = (name: string, content: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });

/** Signs in through the page, as a person does. */
export async function signIn(page: Opened, url: string, handle: string, password = PASSWORD): Promise<void> {
  await page.goto(`${url}/sign-in`);
  await page.getByLabel('Account name').fill(handle);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
}

function worldOn(server: Server, browser: Browser, errors: string[], line: Line | null): World {
  const { url, database } = server;
  const window = async (options: BrowserContextOptions = {}) => {
    const context = await browser.newContext(options);
    context.on('weberror', (error) => errors.push(error.error().message));
    return context.newPage();
  };
  let sheet: Promise<Page> | null = null;
  const workOf = async (title: string) => {
    const [work] = await query(database, WORK, [title]);
    if (!work) throw new Error(`There is no assignment ${title}.`);
    return work as { id: string; due_at: Date };
  };
  const addressOf = async (title: string) => `${url}/assignments/${(await workOf(title)).id}`;
  /** As if they had signed in some time ago; the sign-in page has journeys of its own. */
  const openSession = async (handle: string) => {
    const token = randomBytes(32).toString('base64url');
    const hash = createHash('sha256').update(token).digest();
    await query(database, OPEN_SESSION, [hash, new Date(NOW), handle]);
    return token;
  };
  return {
    url,
    window,
    at: (moment) => server.at(moment),
    async as(handle, { at = '', work, ...options } = {}) {
      const page = await window(options);
      const value = await openSession(handle);
      await page.context().addCookies([{ name: COOKIE, value, url, httpOnly: true, sameSite: 'Lax' }]);
      if (work !== undefined) await page.goto(await addressOf(work));
      else if (at !== null) await page.goto(url + at);
      return page;
    },
    async plain(handle, at = '/') {
      const own = new PlainWindow(url, new Map(handle === null ? [] : [[COOKIE, await openSession(handle)]]));
      const page = own as unknown as PlainPage;
      sheets.set(page, () => (sheet ??= window()));
      if (at !== null && handle !== null) await page.goto(at);
      return page;
    },
    sql: (text, values = []) => query(database, text, values),
    kill: async () => void (await server.end('SIGKILL')),
    stop: () => server.end('SIGTERM'),
    start: () => server.start(),
    line,
    addressOf,
    dueAt: async (title) => (await workOf(title)).due_at.getTime(),
    site: (path) => `http://127.0.0.1:${process.env.VENDRO_TEST_SITE}${path}`
  };
}

const WORK = "select id, due_at from assignments where title like $1 || '%'";
const COOKIE = 'vendro_session';
const OPEN_SESSION = `
  insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
  select $1, id, $2, $2, $2::timestamptz + interval '5 years' from people where handle = $3`;
