import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { laidOver, spokenIn, writeCaptions } from '../../src/lib/core/recordings/captions';
import { silences } from '../../src/lib/core/recordings/levels';
import type { RecordingFacts } from '../../src/lib/core/recordings/recorded';
import { BROWSER } from '../../scripts/lib/debian.mjs';
import { PASSAGE } from './passage';
import { film, sound } from './planing';

/**
 * Makes the scans and recordings of the demo world with Vendro itself: `node --import tsx demo/captured/capture.command.ts URL`,
 * while the demo runs there. They are kept in the repository; this is how they were made.
 */
const url = process.argv[2] ?? 'http://127.0.0.1:5280';
const FILES = join(import.meta.dirname, '../files');
const SHEETS = ['noon-sight', 'three-stars', 'night-watch'];

const folder = mkdtempSync(join(tmpdir(), 'vendro-captured-'));
writeFileSync(join(folder, 'planing.mjpeg'), await film());
writeFileSync(join(folder, 'planing.wav'), sound());

await withPage([], async (page) => {
  const sheets = await made(page, 'Scan sheets', 'noon-sight-scan', async (dialog) => {
    const photos = SHEETS.map((name) => join(import.meta.dirname, `../../src/lib/ui/capture/simulated/${name}.jpg`));
    await dialog.locator('input[type=file]').first().setInputFiles(photos);
    await dialog.getByRole('button', { name: 'Put it on the Shelf' }).isEnabled();
  });
  keep('noon-sight-scan', 'pdf', sheets);
  const read = await made(page, 'Record', 'reading-aloud', async (dialog) => {
    await dialog.getByRole('button', { name: 'Open the microphone' }).click();
    await dialog.getByRole('button', { name: 'Begin' }).waitFor();
    // It is read again and again, every 21.2 s; what is recorded begins when it does.
    await page.waitForTimeout(16_900);
    await dialog.getByRole('button', { name: 'Begin' }).click();
    await page.waitForTimeout(24_500);
    await dialog.getByRole('button', { name: 'Stop' }).click();
  });
  keep('reading-aloud', 'webm', read);
  const { levels, every } = (read.made as { recording: RecordingFacts }).recording;
  const silent = silences(
    levels.map((level) => level / 255),
    every
  );
  const captions = laidOver(PASSAGE.join('\n'), spokenIn(silent, levels.length * every));
  writeFileSync(join(FILES, 'reading-aloud.vtt'), writeCaptions(captions));
});

const planing = ['--use-fake-ui-for-media-stream', '--use-fake-device-for-media-stream'].concat(
  `--use-file-for-fake-video-capture=${join(folder, 'planing.mjpeg')}`,
  `--use-file-for-fake-audio-capture=${join(folder, 'planing.wav')}`
);
await withPage(planing, async (page) => {
  const log = await made(page, 'Record', 'planing-the-stem', async (dialog) => {
    await dialog.getByText('Camera and voice').click();
    await dialog.getByRole('button', { name: 'Open what is recorded' }).click();
    await dialog.getByRole('button', { name: 'Begin' }).click();
    await page.waitForTimeout(14_000);
    await dialog.getByRole('button', { name: 'Stop' }).click();
  });
  keep('planing-the-stem', 'webm', log);
});
rmSync(folder, { recursive: true });

interface Made {
  bytes: Buffer;
  made: unknown;
}

/** Opens what captures on the Shelf, has it used, and fetches what became of it. */
async function made(
  page: Page,
  button: string,
  name: string,
  use: (dialog: ReturnType<Page['getByRole']>) => Promise<void>
): Promise<Made> {
  await page.goto(`${url}/shelf`);
  await page.getByRole('button', { name: button, exact: true }).click();
  const dialog = page.getByRole('dialog');
  await use(dialog);
  await dialog.getByLabel('Name').fill(name, { timeout: 120_000 });
  const asked = page.waitForRequest((request) => /\/uploads\/(known|together)$/.test(request.url()), {
    timeout: 120_000
  });
  await dialog.getByRole('button', { name: 'Put it on the Shelf' }).click({ timeout: 120_000 });
  const { made, filename } = (await asked).postDataJSON() as { made: string; filename: string };
  const link = page.getByRole('main').getByRole('link', { name: filename, exact: true }).first();
  await link.waitFor({ timeout: 60_000 });
  const bytes = await (await page.request.get(new URL((await link.getAttribute('href')) ?? '', url).href)).body();
  return { bytes, made: JSON.parse(made) };
}

function keep(name: string, ending: string, { bytes, made }: Made): void {
  writeFileSync(join(FILES, `${name}.${ending}`), bytes);
  writeFileSync(join(FILES, `${name}.made.json`), `${JSON.stringify(made)}\n`);
}

async function withPage(args: string[], use: (page: Page) => Promise<void>): Promise<void> {
  const browser = await chromium.launch({ executablePath: BROWSER, args: ['--no-sandbox', ...args] });
  const page = await browser.newPage();
  await page.goto(`${url}/sign-in`);
  await page.getByLabel('Account name').fill('teodor');
  await page.getByLabel('Password').fill('low tide at noon');
  await page
    .getByRole('button', { name: /^Sign in/ })
    .first()
    .click();
  await page.waitForURL((address) => !address.pathname.includes('sign-in'));
  await use(page);
  await browser.close();
}
