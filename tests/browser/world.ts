import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { test as base, expect, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';
import pg from 'pg';
import { freePort } from '../../scripts/lib/ports.mjs';
import { copyDatabase } from '../copy-database';
import { bringAxe, findingsOf } from './axe';
import { NOW } from './global-setup';
import { openLine, type Line } from './line';

/** A school of one's own: a server on a copy of the demo world, with a clock that the test moves. */
export interface World {
  url: string;
  /** Moves the frozen clock of the server. */
  at(moment: string): Promise<void>;
  /**
   * Opens a browser window of a person who is signed in.
   *
   * @param options `at`: where it begins, the Desk where it is not given; null where nothing is opened yet
   */
  as(handle: string, options?: BrowserContextOptions & { at?: string | null }): Promise<Page>;
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
    expect(errors).toEqual([]);
  }
});

async function openServer(settings: Record<string, string> = {}): Promise<Server> {
  const data = mkdtempSync(join(tmpdir(), 'vendro-journey-'));
  cpSync(process.env.VENDRO_TEST_DEMO ?? '', data, { recursive: true });
  return new Server(await freePort(), data, settings);
}

async function closeServer(server: Server): Promise<void> {
  await server.end('SIGKILL');
  rmSync(server.data, { recursive: true, force: true });
}

export { expect };

/** Nothing that axe calls serious or critical stands on the page. */
export async function expectAccessible(page: Page): Promise<void> {
  await bringAxe(page);
  const found = await findingsOf(page, ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']);
  const grave = found.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(grave.map(({ rule, places }) => `${rule}: ${places.join(', ')}`)).toEqual([]);
}

/** Opens something from the list that is on the page. */
export const openFromList = (page: Page, title: string) =>
  page
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click();

/** Presses submit, and again on the sheet where something is still open. @param name what the button says */
export async function submit(page: Page, name: string | RegExp = /^Submit round/): Promise<void> {
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

/** Signs out, wherever the bar keeps it at this width. */
export async function signOut(page: Page): Promise<void> {
  const folded = page.getByLabel('Theme and account');
  if (await folded.isVisible()) await folded.click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
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
export async function signIn(page: Page, url: string, handle: string, password = PASSWORD): Promise<void> {
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
  return {
    url,
    window,
    at: (moment) => server.at(moment),
    async as(handle, { at = '', ...options } = {}) {
      const page = await window(options);
      // As if they had signed in some time ago; the sign-in page has journeys of its own.
      const token = randomBytes(32).toString('base64url');
      const hash = createHash('sha256').update(token).digest();
      await query(database, OPEN_SESSION, [hash, new Date(NOW), handle]);
      await page.context().addCookies([{ name: 'vendro_session', value: token, url, httpOnly: true, sameSite: 'Lax' }]);
      if (at !== null) await page.goto(url + at);
      return page;
    },
    sql: (text, values = []) => query(database, text, values),
    kill: async () => void (await server.end('SIGKILL')),
    stop: () => server.end('SIGTERM'),
    start: () => server.start(),
    line,
    site: (path) => `http://127.0.0.1:${process.env.VENDRO_TEST_SITE}${path}`
  };
}

const OPEN_SESSION = `
  insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
  select $1, id, $2, $2, $2::timestamptz + interval '5 years' from people where handle = $3`;

async function query(database: string, text: string, values: unknown[]): Promise<Array<Record<string, unknown>>> {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const { rows } = await client.query(text, values).finally(() => client.end());
  return rows;
}

const onCluster = (database: string) => (process.env.VENDRO_TEST_CLUSTER ?? '').replace(/\/[^/]*$/, `/${database}`);

class Server {
  /** Where browsers find it. */
  url: string;
  private process: ChildProcess | null = null;

  private readonly name = `journey_${randomUUID().replaceAll('-', '')}`;
  readonly database = onCluster(this.name);

  constructor(
    readonly port: number,
    readonly data: string,
    private settings: Record<string, string>
  ) {
    this.url = `http://127.0.0.1:${port}`;
  }

  /** The demo world as it was at the beginning, under the server where that runs already. Its blobs only ever grow. */
  async renew(): Promise<void> {
    const { name } = this;
    await copyDatabase(onCluster('postgres'), name, 'vendro_demo');
    if (this.process?.exitCode !== null || this.process.signalCode !== null) await this.start();
    // A server that was cut off listens again before anybody does anything.
    const listens = "select 1 from pg_stat_activity where datname = $1 and query like 'listen %'";
    await expect.poll(async () => (await query(onCluster('postgres'), listens, [name])).length).toBe(1);
    await this.at(NOW);
  }

  async at(moment: string): Promise<void> {
    const headers = { 'content-type': 'application/json', origin: this.url };
    const answer = await fetch(`${this.url}/clock`, { method: 'POST', headers, body: JSON.stringify({ now: moment }) });
    expect(answer.status).toBe(200);
  }

  /** Browsers find it at another port, from which something leads to its own. */
  behind(port: number): number {
    this.url = `http://127.0.0.1:${port}`;
    return port;
  }

  async start(): Promise<void> {
    this.process = spawn(process.execPath, ['build/index.js'], {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: {
        ...process.env,
        VENDRO_NOW: NOW,
        VENDRO_CLOCK: 'frozen',
        VENDRO_TEST: '1',
        VENDRO_MAX_FILE_MIB: '3',
        VENDRO_LOG: 'error',
        // Each connection plans every statement once, and a journey's are all new.
        VENDRO_DB_POOL: '4',
        // How full this machine is says nothing about the code.
        VENDRO_RESERVE_MIB: '0',
        HOST: '127.0.0.1',
        PORT: String(this.port),
        ORIGIN: this.url,
        BODY_SIZE_LIMIT: 'Infinity',
        SHUTDOWN_TIMEOUT: '1',
        VENDRO_SITE_PORT: process.env.VENDRO_TEST_SITE,
        DATABASE_URL: this.database,
        VENDRO_DATA: this.data,
        ...this.settings
      }
    });
    const healthy = async () => (await fetch(`${this.url}/healthz`).catch(() => null))?.status ?? 0;
    await expect.poll(healthy, { timeout: 60_000 }).toBe(200);
  }

  /** Ends the process, and answers with which code it ended. */
  async end(signal: NodeJS.Signals): Promise<number | null> {
    const { process: ending } = this;
    if (!ending || ending.exitCode !== null || ending.signalCode !== null) return ending?.exitCode ?? null;
    const ended = new Promise<number | null>((resolve) => ending.once('exit', resolve));
    ending.kill(signal);
    return ended;
  }
}
