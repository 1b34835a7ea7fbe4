import { gzipSync } from 'node:zlib';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { chromium, type Page } from '@playwright/test';
import type { Result, Stage } from './stage';

/**
 * JavaScript that a browser fetches to show the Desk, and that it fetches besides for the first assignment, compressed as a proxy would
 * (gzip), in thousand bytes. What is loaded only to be there when it is used counts where it comes by itself.
 */
export async function deskJs(stage: Stage): Promise<Result[]> {
  const { student } = JSON.parse(await stage.script('bench/fill.command.ts', ['62'])) as { student: string };
  const app = await stage.serve('build/index.js');
  const browser = await chromium.launch({
    executablePath: BROWSER,
    args: ['--no-sandbox', '--disable-background-networking']
  });
  const context = await browser.newContext();
  await context.addCookies([{ name: 'vendro_session', value: student, url: app.url }]);
  const page = await context.newPage();
  const scripts = new Map<string, Buffer>();
  context.on('response', async (response) => {
    if (/\.js(\?|$)/.test(response.url()))
      scripts.set(response.url(), await response.body().catch(() => Buffer.alloc(0)));
  });
  const fetched = (name: string, bound: number): Result => {
    const sizes = [...scripts.values()].map((body) => gzipSync(body).length);
    const value = sizes.reduce((sum, size) => sum + size, 0) / 1000;
    const floor = `${sizes.length} files; the live channel's shared worker counted`;
    return { name, value, unit: 'kB', bound, direction: 'max', floor };
  };
  await shown(page, `${app.url}/desk`);
  const desk = fetched('desk-js', 90);
  await shown(page, new URL((await firstAssignment(page)) ?? '', app.url).href);
  const assignment = fetched('desk-js/assignment', 210);
  await browser.close();
  app.stop();
  return [desk, assignment];
}

async function shown(page: Page, address: string): Promise<void> {
  await page.goto(address, { waitUntil: 'networkidle' }).catch(() => undefined);
  await page
    .getByRole('navigation', { name: /Runway/ })
    .getByRole('link')
    .first()
    .waitFor();
}

const firstAssignment = (page: Page) =>
  page.getByRole('main').locator('a[href^="/assignments/"]').first().getAttribute('href');
