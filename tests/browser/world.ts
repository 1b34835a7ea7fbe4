import { spawn, type ChildProcess } from 'node:child_process';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { test as base, expect, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';
import pg from 'pg';
import { freePort } from '../../scripts/lib/ports.mjs';
import { NOW } from './global-setup';

/** A school of one's own: a server on a copy of the demo world, with a clock that the test moves. */
export interface World {
  url: string;
  /** Moves the frozen clock of the server. */
  at(moment: string): Promise<void>;
  /** Opens a browser window of a person who is signed in. */
  as(handle: string, options?: BrowserContextOptions): Promise<Page>;
  /** A window of nobody. */
  window(options?: BrowserContextOptions): Promise<Page>;
  /** Runs SQL, for what no screen tells. */
  sql(text: string, values?: unknown[]): Promise<Array<Record<string, unknown>>>;
}

export const PASSWORD = 'low tide at noon';

export const test = base.extend<{ world: World }>({
  world: async ({ browser }, use) => {
    const name = `journey_${randomUUID().replaceAll('-', '')}`;
    const database = await copyDatabase(name);
    const data = mkdtempSync(join(tmpdir(), 'vendro-journey-'));
    cpSync(process.env.VENDRO_TEST_BLOBS ?? '', data, { recursive: true });
    const server = await startServer(database, data);
    await use(worldOn(server.url, database, browser));
    server.process.kill('SIGKILL');
    rmSync(data, { recursive: true, force: true });
  }
});

export { expect };

/** Nothing that axe calls serious or critical stands on the page. */
export async function expectAccessible(page: Page): Promise<void> {
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  const grave = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical');
  expect(grave.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`)).toEqual([]);
}

/** Opens something from the list that is on the page. */
export const openFromList = (page: Page, title: string) =>
  page
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: new RegExp(title) })
    .first()
    .click();

/** Signs out, wherever the bar keeps it at this width. */
export async function signOut(page: Page): Promise<void> {
  const folded = page.getByLabel('Theme and account');
  if (await folded.isVisible()) await folded.click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
}

/** A file as a person chooses it. */
export const file = (name: string, content: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(content) });

/** Signs in through the page, as a person does. */
export async function signIn(page: Page, url: string, handle: string): Promise<void> {
  await page.goto(`${url}/sign-in`);
  await page.getByLabel('Account name').fill(handle);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
}

function worldOn(url: string, database: string, browser: Browser): World {
  const window = async (options: BrowserContextOptions = {}) => (await browser.newContext(options)).newPage();
  return {
    url,
    window,
    async at(moment) {
      const headers = { 'content-type': 'application/json', origin: url };
      const answer = await fetch(`${url}/clock`, { method: 'POST', headers, body: JSON.stringify({ now: moment }) });
      expect(answer.status).toBe(200);
    },
    async as(handle, options) {
      const page = await window(options);
      // As if they had signed in some time ago; the sign-in page has journeys of its own.
      const token = randomBytes(32).toString('base64url');
      const hash = createHash('sha256').update(token).digest();
      await query(database, OPEN_SESSION, [hash, new Date(NOW), handle]);
      await page.context().addCookies([{ name: 'vendro_session', value: token, url, httpOnly: true, sameSite: 'Lax' }]);
      await page.goto(url);
      return page;
    },
    sql: (text, values = []) => query(database, text, values)
  };
}

const OPEN_SESSION = `
  insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
  select $1, id, $2, $2, $2::timestamptz + interval '30 days' from people where handle = $3`;

async function query(database: string, text: string, values: unknown[]): Promise<Array<Record<string, unknown>>> {
  const client = new pg.Client({ connectionString: database });
  await client.connect();
  const { rows } = await client.query(text, values).finally(() => client.end());
  return rows;
}

async function copyDatabase(name: string): Promise<string> {
  const cluster = process.env.VENDRO_TEST_CLUSTER ?? '';
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  // Copies of one template have to wait for each other.
  await admin.query('select pg_advisory_lock(2)');
  await admin.query(`create database ${name} template vendro_demo`);
  await admin.end();
  return cluster.replace(/\/[^/]*$/, `/${name}`);
}

async function startServer(database: string, data: string): Promise<{ url: string; process: ChildProcess }> {
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const server = spawn(process.execPath, ['build/index.js'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      DATABASE_URL: database,
      VENDRO_DATA: data,
      VENDRO_NOW: NOW,
      VENDRO_CLOCK: 'frozen',
      VENDRO_TEST: '1',
      VENDRO_MAX_FILE_MIB: '3',
      VENDRO_LOG: 'error',
      HOST: '127.0.0.1',
      PORT: String(port),
      ORIGIN: url,
      BODY_SIZE_LIMIT: 'Infinity'
    }
  });
  await expect
    .poll(
      () =>
        fetch(`${url}/healthz`)
          .then((r) => r.status)
          .catch(() => 0),
      { timeout: 20_000 }
    )
    .toBe(200);
  return { url, process: server };
}
