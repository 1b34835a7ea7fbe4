import { expect, expectAccessible, file, holdScripts, openFromList, submit, test } from './world';
import { piecesIn, place } from './gathering';

test('a voice is recorded in its place, heard by the teacher, passed, and stands among the grades', async ({
  world
}) => {
  const ilse = await world.as('ilse', { permissions: ['microphone'] });
  await openFromList(ilse, 'Build log, week by week');
  await expect(ilse.getByText('Next: submit round 2')).toBeVisible();
  await ilse.getByRole('button', { name: 'Record your voice into Recording' }).click();
  const panel = ilse.getByRole('region', { name: 'Record your voice for Recording' });
  await panel.getByRole('button', { name: 'Record your voice' }).click();
  await panel.getByRole('button', { name: /Stop recording/ }).click();
  await expect(panel.getByLabel('Listen to what you recorded')).toBeVisible();
  await expectAccessible(ilse);
  await panel.getByRole('button', { name: 'Put it into the packet' }).click();
  await expect(piecesIn(ilse, 'Recording')).toHaveText(['planing-the-stem.webm', 'Recording.webm']);
  await expect(place(ilse, 'Recording').getByLabel('Listen to Recording.webm')).toBeVisible();
  await submit(ilse, /^Submit round 2/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  const casper = await world.as('casper');
  await openFromList(casper, 'Build log, week by week.*Ilse Varga|Ilse Varga.*Build log');
  await expect(casper.getByLabel('Listen to Recording.webm').first()).toBeVisible();
  await expect(casper.getByLabel(/^Points of/)).toHaveCount(0);
  await casper.getByLabel('Remark on the whole').fill('Now I can hear the plank split.');
  await casper.getByRole('button', { name: 'Passed: settle it' }).click();

  await expect(ilse.getByRole('complementary')).toContainText('Settled: passed');
  await ilse.getByRole('link', { name: 'Grades' }).click();
  const row = ilse.getByRole('row', { name: /^Build log, week by week/ });
  await expect(row).toContainText('Came back, passed');
  await expect(ilse.getByText('Now I can hear the plank split.')).toBeVisible();
});

test('files that are chosen before the scripts have come are taken when they do', async ({ world }) => {
  const ilse = await world.as('ilse');
  await openFromList(ilse, 'Zonation diagram');
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
  const odile = await world.as('odile');
  await odile.goto(`${world.url}/marking`);
  const robin = await world.as('robin');
  await robin.goto(`${world.url}/marking`);
  const ilse = await world.as('ilse');
  await openFromList(ilse, 'Zonation diagram');
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
