import { createHash } from 'node:crypto';
import { piecesIn, place } from './gathering';
import { expect, expectAccessible, file, openFromList, submit, test } from './world';

test('a file used in two courses and replaced: rounds keep theirs, packets are offered the newer one', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  await ilse.getByLabel('Add files to Also').setInputFiles(file('map.txt', 'the old map'));
  await expect(piecesIn(ilse, 'Also')).toHaveText(['map.txt']);
  await submit(ilse, /^Submit round 1/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  const notebook = await ilse.context().newPage();
  await notebook.goto(`${world.url}/desk`);
  await openFromList(notebook, 'Published notebook');
  const also = place(notebook, 'Also');
  await also.getByRole('button', { name: 'From the Shelf into Also' }).click();
  await also.getByText('map.txt').click();
  await also.getByRole('button', { name: 'Add 1 piece here to Also' }).click();
  await expect(piecesIn(notebook, 'Also')).toHaveText(['map.txt']);

  const shelf = await ilse.context().newPage();
  await shelf.goto(`${world.url}/shelf?q=map`);
  const main = shelf.getByRole('main');
  await expect(main).toContainText(/Used in\s+Field report.*round 1/);
  await expect(main).toContainText(/notebook.*not submitted/i);
  await main.getByRole('button', { name: 'Change map.txt' }).click();
  await main.getByLabel('Put a newer version in its place').setInputFiles(file('map-new.txt', 'the new map'));
  await expect(main).toContainText('version 2');
  await expectAccessible(shelf);

  // Every open tab hears of it.
  await also.getByRole('button', { name: 'Take the newer one of map.txt' }).click();
  await expect(also.getByRole('button', { name: /Take the newer one/ })).toHaveCount(0);
  const bytes = async (page: typeof ilse, from: string) => {
    const [row] = await world.sql(`select id from ${from} where name = 'map.txt'`);
    return (
      await page.request.get(`${world.url}/files/${from === 'pieces' ? 'pieces' : 'submitted'}/${String(row?.id)}`)
    ).text();
  };
  expect(await bytes(ilse, 'round_pieces')).toBe('the old map');
  const [piece] = await world.sql(
    `select p.sha256 from pieces p join packets k on k.id = p.packet_id join assignments a on a.id = k.assignment_id
     where p.name = 'map.txt' and a.title ilike '%notebook%'`
  );
  expect(piece?.sha256).toBe(createHash('sha256').update('the new map').digest('hex'));

  // Nothing that a submitted round uses can vanish: not from the bin either.
  await main.getByRole('button', { name: 'Put map.txt in the bin' }).click();
  await shelf.goto(`${world.url}/shelf?bin=yes`);
  await main.getByRole('button', { name: /^Empty the bin/ }).click();
  await expect(main.getByRole('button', { name: /map\.txt/ })).toHaveCount(0);
  expect(await bytes(ilse, 'round_pieces')).toBe('the old map');
});

test('the Shelf: files come without a packet, show in every open tab, go into the bin and back', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/shelf' });
  const other = await ilse.context().newPage();
  await other.goto(`${world.url}/shelf`);
  const [here, there] = [ilse.getByRole('main'), other.getByRole('main')];
  await expectAccessible(ilse);
  await ilse.getByLabel('Add files').setInputFiles([file('shore.txt', 'sand'), file('nothing.txt', '')]);
  await expect(here).toContainText('nothing.txt: That file is empty (0 bytes)');
  await expect(there.getByRole('link', { name: 'shore.txt' })).toBeVisible();

  await there.getByRole('button', { name: 'Put shore.txt in the bin' }).click();
  await expect(here.getByRole('link', { name: 'shore.txt' })).toHaveCount(0);
  await ilse.goto(`${world.url}/shelf?bin=yes`);
  await expectAccessible(ilse);
  await here.getByRole('button', { name: /Put it back/ }).click();
  await expect(there.getByRole('link', { name: 'shore.txt' })).toBeVisible();

  await ilse.goto(`${world.url}/shelf?q=no-such-thing`);
  await expect(here).toContainText(/Nothing/);
});

test('picking by thumb on a narrow screen', async ({ world }) => {
  const ilse = await world.as('ilse', {
    viewport: { width: 360, height: 740 },
    hasTouch: true,
    isMobile: true,
    work: 'Field report, rock pools'
  });
  const also = place(ilse, 'Also');
  await also.getByRole('button', { name: 'From the Shelf into Also' }).tap();
  await also.getByText('boxplots.pdf').tap();
  await expect(also.getByRole('checkbox', { name: /boxplots\.pdf/ })).toBeChecked();
  const looking = also.getByRole('button', { name: 'Look at boxplots.pdf here' });
  const box = await looking.boundingBox();
  expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(40);
  await looking.tap();
  await expect(also.getByRole('checkbox', { name: /boxplots\.pdf/ })).toBeChecked();
  expect(await ilse.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await expectAccessible(ilse);
  await also.getByRole('button', { name: 'Add 1 piece here to Also' }).tap();
  await expect(piecesIn(ilse, 'Also')).toHaveText(['boxplots.pdf']);
  expect(await ilse.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});
