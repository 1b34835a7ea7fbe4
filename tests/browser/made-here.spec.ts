import { expect, expectAccessible, file, holdScripts, openFromList, submit, test } from './world';
import type { Page } from '@playwright/test';
import { piecesIn, place } from './gathering';

test('a voice is recorded in its place, heard by the teacher, passed, and stands among the grades', async ({
  world
}) => {
  const ilse = await world.as('ilse', { permissions: ['microphone'], work: 'Build log, week by week' });
  await expect(ilse.getByText('Next: submit round 2')).toBeVisible();
  const studio = await openStudio(ilse, 'Recording');
  await studio.getByRole('button', { name: 'Begin' }).click();
  await studio.getByRole('button', { name: 'Pause' }).click();
  await expect(studio.getByRole('status')).toContainText('Nothing is recorded now');
  await studio.getByRole('button', { name: 'Go on' }).click();
  await expect(studio.getByRole('timer')).toHaveText(/([2-9]|\d\d) s/);
  await studio.getByRole('button', { name: 'Stop' }).click();
  // The first second goes, by keyboard.
  const waveform = studio.getByRole('slider', { name: 'Place in the recording' });
  await waveform.press('Home');
  await waveform.press('ArrowRight');
  await expectAccessible(ilse);
  await studio.getByRole('button', { name: /^Begin here/ }).click();
  await expect(studio.getByText(/^Cut out: 0 s to/)).toBeVisible();
  await studio.getByRole('button', { name: 'Put it back' }).click();
  // And is taken again.
  await waveform.press('Home');
  await studio.getByRole('button', { name: 'Cut out or take again from here' }).click();
  await waveform.press('ArrowRight');
  await studio.getByRole('button', { name: /^Take 0 s to [12] s again$/ }).click();
  await studio.getByRole('button', { name: 'Go on', exact: true }).click();
  await expect(studio.getByRole('timer')).toHaveText(/([5-9]|\d\d) s/);
  await studio.getByRole('button', { name: 'Stop' }).click();
  await expect(studio.getByRole('button', { name: 'As it was before you recorded again' })).toBeVisible();
  const length = studio.getByRole('status').filter({ hasText: 'long' });
  const before = Number.parseInt((await length.textContent()) ?? '', 10);
  await waveform.press('Home');
  await waveform.press('ArrowRight');
  await studio.getByRole('button', { name: /^Begin here/ }).click();
  await expect.poll(async () => Number.parseInt((await length.textContent()) ?? '', 10)).toBeLessThan(before);
  await studio.getByLabel('A word beside it').fill('The plank, at the end');
  const together = ilse.waitForResponse(/\/uploads\/together$/);
  await studio.getByRole('button', { name: 'Put it into the packet' }).click();
  // What was sent while it was recorded is not sent again.
  expect(await (await together).json()).toMatchObject({ ok: true });
  await expect(piecesIn(ilse, 'Recording')).toHaveText(['planing-the-stem.webm', 'Recording.webm']);
  await expect(place(ilse, 'Recording').getByLabel('Listen to Recording.webm')).toBeVisible();
  await expect(place(ilse, 'Recording')).toContainText('The plank, at the end');
  await writeCaptions(ilse);
  await submit(ilse, /^Submit round 2/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  const casper = await world.as('casper');
  await openFromList(casper, 'Build log, week by week.*Ilse Varga|Ilse Varga.*Build log');
  const row = casper
    .getByRole('listitem')
    .filter({ has: casper.getByRole('link', { name: 'Recording.webm', exact: true }) })
    .last();
  const heard = row.getByLabel('Listen to Recording.webm');
  await expect.poll(() => heard.evaluate((media: HTMLMediaElement) => media.duration)).toBeGreaterThan(1.5);
  await row.getByRole('slider', { name: 'Place in the recording' }).press('ArrowRight');
  await expect.poll(() => heard.evaluate((media: HTMLMediaElement) => media.currentTime)).toBeGreaterThan(1);
  const said = row.getByRole('button', { name: /The plank splits along the grain/ });
  await said.click();
  await expect(said).toHaveAttribute('aria-current', 'true');
  await row.getByLabel('Pace').selectOption({ label: '1.5 times' });
  expect(await heard.evaluate((media: HTMLMediaElement) => media.playbackRate)).toBe(1.5);
  await expect(casper.getByLabel(/^Points of/)).toHaveCount(0);
  await casper.getByLabel('Remark on the whole').fill('Now I can hear the plank split.');
  await casper.getByRole('button', { name: 'Passed: settle it' }).click();

  await expect(ilse.getByRole('complementary')).toContainText('Settled: passed');
  await ilse.getByRole('link', { name: 'Grades' }).click();
  const graded = ilse.getByRole('row', { name: /^Build log, week by week/ });
  await expect(graded).toContainText('Came back, passed');
  await expect(ilse.getByText('Now I can hear the plank split.')).toBeVisible();
});

test('a recording whose tab is killed loses two seconds at most, is gone on with, and is sent when the line is back', async ({
  world
}) => {
  const ilse = await world.as('ilse', {
    permissions: ['microphone'],
    viewport: { width: 360, height: 780 },
    hasTouch: true,
    work: 'Build log, week by week'
  });
  const studio = await openStudio(ilse, 'Recording');
  await studio.getByRole('button', { name: 'Begin' }).tap();
  await expect(studio.getByRole('timer')).toHaveText(/([4-9]|\d\d) s/);
  const shown = Number.parseInt((await studio.getByRole('timer').textContent()) ?? '', 10);
  await ilse.close({ runBeforeUnload: false });

  const again = await ilse.context().newPage();
  await again.goto(world.url);
  await openFromList(again, 'Build log, week by week');
  await again.getByRole('button', { name: 'Record into Recording' }).tap();
  const back = again.getByRole('dialog', { name: 'Record for Recording' });
  await expect(back.getByText('What you recorded here earlier is still there.')).toBeVisible();
  const length = back.getByRole('status').filter({ hasText: 'long' });
  await expect(length).toBeVisible();
  const kept = Number.parseInt((await length.textContent()) ?? '', 10);
  expect(kept).toBeGreaterThanOrEqual(shown - 2);
  await expectAccessible(again);
  await back.getByRole('button', { name: 'Go on recording' }).tap();
  await back.getByRole('button', { name: 'Go on', exact: true }).tap();
  await expect(back.getByRole('timer')).toHaveText(new RegExp(`${kept + 3} s`));
  await again.context().setOffline(true);
  await back.getByRole('button', { name: 'Stop' }).tap();
  await expect
    .poll(async () => Number.parseInt((await length.textContent()) ?? '', 10))
    .toBeGreaterThanOrEqual(kept + 2);
  await back.getByRole('button', { name: 'Put it into the packet' }).tap();
  await expect(place(again, 'Recording').getByText('On its way here, not in the packet yet')).toBeVisible();
  await again.context().setOffline(false);
  await expect(piecesIn(again, 'Recording')).toHaveText(['planing-the-stem.webm', 'Recording.webm']);
});

test('a microphone that may not be used says so, and a screen that is not shared', async ({ world }) => {
  const ilse = await world.as('ilse');
  await ilse.addInitScript(() => {
    const refuse = () => Promise.reject(new DOMException('No.', 'NotAllowedError'));
    Object.assign(navigator.mediaDevices, { getUserMedia: refuse, getDisplayMedia: refuse });
  });
  await ilse.reload();
  await openFromList(ilse, 'Build log, week by week');
  await ilse.getByRole('button', { name: 'Record into Recording' }).click();
  const studio = ilse.getByRole('dialog', { name: 'Record for Recording' });
  await studio.getByRole('button', { name: 'Open the microphone' }).click();
  await expect(studio.getByRole('alert')).toContainText('This page may not use the microphone.');
  await studio.getByRole('radio', { name: 'Screen and voice' }).check();
  await studio.getByRole('button', { name: 'Try it again' }).click();
  await expect(studio.getByRole('alert')).toContainText('Nothing was chosen to be shown.');
});

/** What is said in it, typed as it is heard; and a file that holds no captions changes nothing. */
async function writeCaptions(ilse: Page) {
  await ilse.getByRole('button', { name: 'Rename or move Recording.webm' }).click();
  await ilse.getByRole('button', { name: 'Write captions' }).click();
  const writing = ilse.getByRole('dialog', { name: 'What is said in Recording.webm' });
  await writing.getByLabel(/^Said from 0 s on/).fill('The plank splits along the grain');
  await writing.getByLabel(/^Said from 0 s on/).press('Enter');
  await writing.getByText('All of it at once').click();
  await writing.getByLabel('Or a file of captions').setInputFiles(file('letter.vtt', 'Dear teacher'));
  await expect(writing.getByRole('alert')).toContainText('Yours are as they were');
  await expectAccessible(ilse);
  await writing.getByRole('button', { name: 'Keep these captions' }).click();
  await expect(writing).toBeHidden();
  await expect(ilse.getByRole('button', { name: /The plank splits/ })).toBeVisible();
}

/** What records for a place, with its microphone open. */
async function openStudio(page: Page, title: string) {
  await page.getByRole('button', { name: `Record into ${title}` }).click();
  const studio = page.getByRole('dialog', { name: `Record for ${title}` });
  await studio.getByRole('button', { name: 'Open the microphone' }).click();
  await expect(studio.getByRole('button', { name: /^(Begin|Go on)$/ })).toBeVisible();
  return studio;
}

test('files that are chosen before the scripts have come are taken when they do', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  await expect(ilse.getByRole('heading', { level: 1 })).toContainText('Zonation diagram');
  const open = await holdScripts(ilse);
  await ilse.reload({ waitUntil: 'commit' });
  await ilse.getByLabel('Add files to Diagram').setInputFiles(file('zones.txt', 'kelp, wrack, lichen'));
  open();
  await expect(piecesIn(ilse, 'Diagram')).toHaveText(['zones.txt']);
});

test('a private change of a draft reads nobody else’s page anew, and a submit only those that show it', async ({
  world
}) => {
  const odile = await world.as('odile', { at: '/marking' });
  const robin = await world.as('robin', { at: '/marking' });
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  await expect(ilse.getByRole('button', { name: /^A link into Diagram/ })).toBeEnabled();
  const asked = new Map<string, number>([
    ['odile', 0],
    ['robin', 0]
  ]);
  for (const [name, page] of [
    ['odile', odile],
    ['robin', robin]
  ] as const) {
    // A page whose live channel listens hears of a tiding that was read elsewhere.
    await world.sql(
      `select pg_notify('vendro_live', json_build_object('people', json_build_array(id), 'about', '["tidings"]'::json)::text)
       from people where handle = $1`,
      [name]
    );
    await page.waitForResponse((response) => response.url().includes('__data.json'));
    page.on('request', (request) => {
      if (request.url().includes('__data.json')) asked.set(name, (asked.get(name) ?? 0) + 1);
    });
  }
  await ilse.getByLabel('Add files to Diagram').setInputFiles(file('zones.txt', 'kelp, wrack, lichen'));
  await expect(piecesIn(ilse, 'Diagram')).toHaveText(['zones.txt']);
  expect(Object.fromEntries(asked)).toEqual({ odile: 0, robin: 0 });
  await submit(ilse, /^Submit round 1/);
  await expect(odile.getByRole('listitem').filter({ hasText: 'Zonation diagram' }).first()).toContainText('Ilse Varga');
  expect(asked.get('robin')).toBe(0);
});
