import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import sharp from 'sharp';
import { drawSheets, WRITTEN } from '../demo/photographs/draw-sheets';
import { photograph } from '../demo/photographs/photograph';
import { scenes } from '../demo/photographs/scenes';
import { BROWSER } from '../scripts/lib/debian.mjs';
import type { Result, Stage } from './stage';

/** Photographs of twelve megapixels, as a phone takes them. */
const PHOTO = { width: 3000, height: 4000 };
const PHOTOS = 3;

/** How long the page's own thread is kept from anything else while large photographs become sheets. */
export async function scan12mp(stage: Stage): Promise<Result[]> {
  const [sheet] = await drawSheets(WRITTEN.slice(0, 1));
  const [scene] = scenes(1500, 2000);
  if (!sheet || !scene) throw new Error('There is nothing to photograph.');
  const { data, width, height } = photograph(sheet, scene);
  const photo = await sharp(Buffer.from(data.buffer), { raw: { width, height, channels: 4 } })
    .resize(PHOTO.width, PHOTO.height)
    .removeAlpha()
    .jpeg({ quality: 88 })
    .toBuffer();
  // From the disk, as people choose them: the page is given no bytes.
  const files = Array.from({ length: PHOTOS }, (_, i) => join(stage.data, `photo-${i}.jpg`));
  for (const file of files) writeFileSync(file, photo);
  return onShelf(stage, [], async (page) => {
    await page.getByRole('button', { name: 'Scan sheets' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Use the camera' }).waitFor();
    await page.evaluate(() => {
      const long: number[] = [];
      Object.assign(window, { long });
      new PerformanceObserver((list) => long.push(...list.getEntries().map(({ duration }) => duration))).observe({
        type: 'longtask'
      });
    });
    const begun = performance.now();
    await dialog.locator('input[type=file]').first().setInputFiles(files);
    const last = dialog.getByRole('button', { name: `Look at sheet ${PHOTOS}` });
    await last.click({ timeout: 120_000 });
    await dialog.getByRole('img', { name: `Sheet ${PHOTOS} as it will be` }).waitFor({ timeout: 120_000 });
    const each = (performance.now() - begun) / PHOTOS;
    const long = await page.evaluate(() => (window as unknown as { long: number[] }).long);
    const floor = `${PHOTOS} photographs of ${photo.length >> 10} kB, ${(each / 1000).toFixed(1)} s each in the worker; long tasks: ${long.length}`;
    // The browser reports tasks from 50 ms on: without any, the longest was shorter.
    const value = Math.max(0, ...long);
    return [{ name: 'scan-12mp', value, unit: 'ms, longest task', bound: 50, direction: 'max', floor }];
  });
}

const TIMES = 3;

/** Seconds of a recording that are lost when its tab dies. */
export async function recordingLoss(stage: Stage): Promise<Result[]> {
  const devices = ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'];
  return onShelf(stage, devices, async (first, open) => {
    const lost: number[] = [];
    let page = first;
    for (let i = 0; i < TIMES; i++) {
      const dialog = await studio(page);
      await dialog.getByRole('button', { name: 'Open the microphone' }).click();
      await dialog.getByRole('button', { name: 'Begin' }).click();
      await dialog.getByText('Recording. Every second').waitFor();
      const begun = performance.now();
      await page.waitForTimeout(4000 + i * 330);
      const crash = (await page.context().newCDPSession(page)).send('Page.crash').catch(() => undefined);
      const recorded = (performance.now() - begun) / 1000;
      await Promise.race([crash, page.waitForEvent('crash')]);
      page = await open();
      const back = await studio(page);
      const sound = back.getByLabel('Listen to what you recorded');
      await sound.waitFor();
      await page.waitForFunction(() => (document.querySelector('dialog audio') as HTMLAudioElement).duration > 0);
      lost.push(recorded - (await sound.evaluate((audio: HTMLAudioElement) => audio.duration)));
      await back.getByRole('button', { name: 'Throw it away' }).click();
      await page.reload();
    }
    const floor = `${TIMES} tabs killed: ${lost.map((seconds) => seconds.toFixed(2)).join(', ')} s`;
    return [{ name: 'recording-loss', value: Math.max(...lost), unit: 's', bound: 2, direction: 'max', floor }];
  });
}

async function studio(page: Page) {
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  return page.getByRole('dialog');
}

/** Somebody's Shelf, in a browser of its own. `open` opens it in another tab. */
async function onShelf(
  stage: Stage,
  args: string[],
  use: (page: Page, open: () => Promise<Page>) => Promise<Result[]>
): Promise<Result[]> {
  const { student } = JSON.parse(
    await stage.script('bench/fill.command.ts', [`${2 + Math.floor(Math.random() * 900)}`])
  ) as {
    student: string;
  };
  const server = await stage.serve('build/index.js');
  const browser: Browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox', ...args] });
  const context = await browser.newContext();
  await context.addCookies([{ name: 'vendro_session', value: student, url: server.url }]);
  const open = async () => {
    const page = await context.newPage();
    await page.goto(`${server.url}/shelf`);
    return page;
  };
  try {
    return await use(await open(), open);
  } finally {
    await browser.close();
    server.stop();
  }
}
