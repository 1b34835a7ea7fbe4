import { gzipSync } from 'node:zlib';
import { BROWSER } from '../scripts/lib/debian.mjs';
import { chromium } from '@playwright/test';
import type { Result, Stage } from './stage';

/** JavaScript that a browser fetches to show the Desk, compressed as a proxy would (gzip), in thousand bytes. */
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
  await page.goto(`${app.url}/desk`, { waitUntil: 'networkidle' }).catch(() => undefined);
  await page
    .getByRole('navigation', { name: /Runway/ })
    .getByRole('link')
    .first()
    .waitFor();
  await browser.close();
  app.stop();
  const sizes = [...scripts.values()].map((body) => gzipSync(body).length);
  const total = sizes.reduce((sum, size) => sum + size, 0) / 1000;
  const floor = `${sizes.length} files; the live channel's shared worker counted`;
  return [{ name: 'desk-js', value: total, unit: 'kB', bound: 90, direction: 'max', floor }];
}
