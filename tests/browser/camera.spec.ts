import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import config from '../../playwright.config';
import { piecesIn, place } from './gathering';
import { expect, openFromList, test } from './world';

/** What the browser's camera sees: a sheet on a desk, as motion JPEG, no larger than it takes to be found and recorded. */
const seen = join(mkdtempSync(join(tmpdir(), 'vendro-camera-')), 'desk.mjpeg');
const sheet = await sharp('src/lib/ui/capture/simulated/noon-sight.jpg').resize(600).jpeg().toBuffer();
writeFileSync(seen, Buffer.concat([sheet, sheet]));

const { launchOptions } = config.use ?? {};
test.use({
  launchOptions: {
    ...launchOptions,
    args: [...(launchOptions?.args ?? []), `--use-file-for-fake-video-capture=${seen}`]
  }
});

// One process for both, which have a browser to themselves.
test.describe.configure({ mode: 'default' });

test('the camera takes a sheet that lies before it', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/courses/celestial-navigation', permissions: ['camera'] });
  await openFromList(ilse, 'Three-star fix');
  await ilse.getByRole('button', { name: 'Scan sheets into Worked sights' }).click();
  const dialog = ilse.getByRole('dialog', { name: 'Scan for Worked sights' });
  await dialog.getByRole('button', { name: 'Use the camera' }).click();
  await expect(dialog.getByText('1 taken.')).toBeVisible({ timeout: 60_000 });
  await dialog.getByRole('button', { name: 'Put the camera away' }).click();
  await expect(dialog.getByRole('img', { name: 'Sheet 1 as it will be' })).toBeVisible({ timeout: 60_000 });
  await dialog.getByText(/^Read the writing/).click();
  await dialog.getByRole('button', { name: 'Put it into the packet' }).click();
  await expect(dialog).toBeHidden({ timeout: 90_000 });
  await expect(piecesIn(ilse, 'Worked sights')).toHaveText(['Worked sights.pdf']);
});

test('the camera and the screen are recorded, together and alone', async ({ world }) => {
  const ilse = await world.as('ilse', { permissions: ['camera', 'microphone'], work: 'Build log, week by week' });
  for (const [show, name] of [
    ['Camera and voice', 'Me'],
    ['Screen and voice', 'Screen'],
    ['Screen, with the camera in a corner', 'Both']
  ] as const) {
    await ilse.getByRole('button', { name: 'Record into Also' }).click();
    const studio = ilse.getByRole('dialog', { name: 'Record for Also' });
    await studio.getByText(show, { exact: true }).click();
    await studio.getByRole('button', { name: 'Open what is recorded' }).click();
    await studio.getByRole('button', { name: 'Begin' }).click();
    await expect(studio.getByRole('timer')).toHaveText(/([2-9]|\d\d) s/);
    await studio.getByRole('button', { name: 'Stop' }).click();
    await studio.getByLabel('Name').fill(name);
    await studio.getByRole('button', { name: 'Put it into the packet' }).click();
    const film = place(ilse, 'Also').getByLabel(`Look at ${name}.webm`, { exact: true });
    await expect.poll(() => film.evaluate((video: HTMLVideoElement) => video.videoWidth)).toBeGreaterThan(100);
  }
});
