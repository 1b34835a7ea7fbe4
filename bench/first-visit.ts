import { chromium, type Browser, type Page } from '@playwright/test';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { openDemo, type DemoWorld } from './demo-world';
import type { Result, Stage } from './stage';

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
    // The page around it (300), and what any editor of this kind is made of: 230 kB as it is packed, none of it ours.
    bound: 530,
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
  const demo = await openDemo(stage, 'visited');
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-background-networking']
  });
  const results: Result[] = [];
  for (const visited of PAGES) results.push(await visit(browser, demo, visited));
  await browser.close();
  await demo.close();
  return results;
}

async function visit(browser: Browser, demo: DemoWorld, { name, who, path, bound, ready }: Visited): Promise<Result> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  if (who !== null)
    await context.addCookies([{ name: 'vendro_session', value: await demo.session(who), url: demo.url }]);
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
  await page.goto(demo.url + (await demo.path(path)));
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
