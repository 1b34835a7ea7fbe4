import { statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { chromium, type Browser, type Page } from '@playwright/test';
import sharp from 'sharp';
import { BufferTarget, FilePathSource, FilePathTarget } from 'mediabunny';
import { cutTogether } from '../src/lib/core/recordings/cut';
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

const TALK = 600;

/** Seconds from the end of a ten-minute film, sent while it was made, until it lies where it was meant to go. */
export async function talkThere(stage: Stage): Promise<Result[]> {
  const film = join(stage.data, 'talk.webm');
  await tenMinutes(film);
  return onShelf(stage, [], async (page) => {
    // It is laid where the recorder keeps what it recorded, as if its tab had died at the very end: nothing was sent yet.
    const input = await page.evaluateHandle(() => {
      const chooser = document.createElement('input');
      chooser.type = 'file';
      return document.body.appendChild(chooser);
    });
    await input.asElement()?.setInputFiles(film);
    await studio(page);
    await page.waitForFunction(async () =>
      (await indexedDB.databases()).some(({ name }) => name === 'vendro-captured')
    );
    await page.evaluate(keepAsTaken, TALK);
    await page.reload();
    const begun = performance.now();
    const dialog = await studio(page);
    await dialog.getByRole('button', { name: 'Put it on the Shelf' }).click({ timeout: 60_000 });
    await page.getByRole('main').getByRole('link', { name: 'Recording.webm' }).waitFor({ timeout: 120_000 });
    const value = (performance.now() - begun) / 1000;
    const floor = `ten minutes of film, ${statSync(film).size >> 20} MiB, sending included`;
    return [{ name: 'talk-there', value, unit: 's', bound: 10, direction: 'max', floor }];
  });
}

async function tenMinutes(to: string): Promise<void> {
  const one = 'demo/files/planing-the-stem.webm';
  const { seconds } = await cutTogether([new FilePathSource(one)], null, new BufferTarget());
  const again = Array.from({ length: Math.ceil(TALK / seconds) }, () => ({ part: 0, from: 0, to: null }));
  await cutTogether([new FilePathSource(one)], again, new FilePathTarget(to));
}

/** In the page: what its file chooser holds becomes a recording that broke off. */
async function keepAsTaken(seconds: number): Promise<void> {
  const data = document.querySelector<HTMLInputElement>('body > input[type=file]')?.files?.[0];
  if (!data) throw new Error('There is no film.');
  const database = await new Promise<IDBDatabase>((resolve, reject) => {
    const opening = indexedDB.open('vendro-captured');
    opening.onsuccess = () => resolve(opening.result);
    opening.onerror = () => reject(opening.error ?? new Error('It could not be opened.'));
  });
  const owner = await (await fetch('/shelf/__data.json')).text();
  const id = /"([0-9a-f]{8}-[0-9a-f-]{27})"/.exec(owner)?.[1] ?? '';
  const work = database.transaction(['takes', 'chunks'], 'readwrite');
  const take = {
    id: 'talk',
    owner: id,
    where: 'shelf ',
    at: Date.now(),
    show: 'camera',
    mediaType: 'video/webm',
    seconds
  };
  work.objectStore('takes').put(take);
  work.objectStore('chunks').put({ take: 'talk', no: 0, part: 0, data });
  await new Promise((resolve) => (work.oncomplete = resolve));
  database.close();
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
