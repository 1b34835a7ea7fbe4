import { createHash, randomBytes } from 'node:crypto';
import { chromium, type Browser, type Page } from '@playwright/test';
import pg from 'pg';
import { ensureDatabase } from '../scripts/lib/cluster.mjs';
import { BROWSER } from '../scripts/lib/debian.mjs';
import type { Result, Stage } from './stage';

/** The demo world's afternoon, as the journeys have it. */
const NOW = '2027-03-10T15:20:00Z';
const HEADING = (page: Page) => page.getByRole('heading', { level: 1 }).waitFor();

interface Visited {
  name: string;
  who: string | null;
  /** An address, or SQL that answers with one. */
  path: string;
  /** What it may weigh, in thousand bytes over the wire. */
  bound: number;
  ready: (page: Page) => Promise<unknown>;
}
const PAGES: Visited[] = [
  { name: 'sign-in', who: null, path: '/sign-in', bound: 200, ready: HEADING },
  { name: 'desk', who: 'ilse', path: '/desk', bound: 220, ready: HEADING },
  {
    name: 'assignment',
    who: 'ilse',
    path: `select '/assignments/' || id from assignments where title like 'Field report%'`,
    bound: 300,
    ready: (page) => page.getByRole('button', { name: /^Submit round/ }).waitFor()
  },
  { name: 'shelf', who: 'ilse', path: '/shelf', bound: 260, ready: HEADING },
  { name: 'marking', who: 'odile', path: '/marking', bound: 220, ready: HEADING },
  { name: 'grades', who: 'ilse', path: '/grades', bound: 220, ready: HEADING },
  {
    name: 'editor',
    who: 'ilse',
    path: `select '/assignments/' || id from assignments where title like 'Essay, the sea%'`,
    bound: 500,
    ready: async (page) => {
      await page
        .getByRole('button', { name: /^Write it here/ })
        .first()
        .click();
      await page.getByRole('button', { name: 'Begin to write' }).click();
      await page.getByRole('dialog').getByRole('textbox').first().waitFor();
    }
  }
];

/** What a first visit to a page of the demo world brings over the line until it can be used, with nothing kept from before. */
export async function firstVisit(stage: Stage): Promise<Result[]> {
  await ensureDatabase(stage.cluster, 'visited');
  const env = { DATABASE_URL: stage.cluster.url('visited'), VENDRO_NOW: NOW, VENDRO_CLOCK: 'frozen' };
  await stage.script('src/lib/server/db/migrate.command.ts', [], env);
  await stage.script('demo/load.command.ts', [], env);
  const app = await stage.serve('build/index.js', env);
  const client = new pg.Client({ connectionString: env.DATABASE_URL });
  await client.connect();
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-background-networking']
  });
  const results: Result[] = [];
  for (const visited of PAGES) results.push(await visit(browser, client, app.url, visited));
  await browser.close();
  await client.end();
  app.stop();
  return results;
}

async function visit(
  browser: Browser,
  client: pg.Client,
  url: string,
  { name, who, path, bound, ready }: Visited
): Promise<Result> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  if (who !== null) await context.addCookies([{ name: 'vendro_session', value: await session(client, who), url }]);
  const page = await context.newPage();
  const wire = await context.newCDPSession(page);
  const kinds = new Map<string, number>();
  const types = new Map<string, string>();
  let requests = 0;
  await wire.send('Network.enable');
  wire.on('Network.responseReceived', ({ requestId, type }) => types.set(requestId, type));
  wire.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    requests++;
    const type = types.get(requestId) ?? 'Other';
    kinds.set(type, (kinds.get(type) ?? 0) + encodedDataLength / 1000);
  });
  const at = path.startsWith('select') ? String(Object.values((await client.query(path)).rows[0] as object)[0]) : path;
  await page.goto(url + at);
  await ready(page);
  await page.waitForTimeout(1500);
  await context.close();
  const total = [...kinds.values()].reduce((sum, size) => sum + size, 0);
  const parts = [...kinds]
    .sort((a, b) => b[1] - a[1])
    .map(([type, size]) => `${type.toLowerCase()} ${size.toFixed(0)}`);
  const floor = `${requests} requests; ${parts.join(', ')}`;
  return { name: `first-visit ${name}`, value: total, unit: 'kB', bound, direction: 'max', floor };
}

/** As somebody who signed in on another device. */
async function session(client: pg.Client, handle: string): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await client.query(
    `insert into sessions (token_hash, person_id, created_at, seen_at, expires_at)
     select $1, id, $2, $2, $2::timestamptz + interval '5 years' from people where handle = $3`,
    [createHash('sha256').update(token).digest(), new Date(NOW), handle]
  );
  return token;
}
