import type { Page } from '@playwright/test';
import { largeFile } from './large-file';
import { expect, expectAccessible, submit, test } from './world';

const MEGABYTE = 1_000_000;
const bar = (page: Page) => page.getByRole('complementary', { name: 'Where it stands' });
const film = (megabytes: number) => largeFile('zones-film.bin', megabytes).path;

test.use({ settings: { VENDRO_MAX_FILE_MIB: '100' }, upPerSecond: 3 * MEGABYTE });

test('a slow line does not make it late: sealed before it was due, complete after, with the line cut at every step', async ({
  world
}) => {
  test.setTimeout(180_000);
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  const due = await world.dueAt('Zonation diagram');
  await expect(ilse.getByRole('heading', { level: 1 })).toContainText('Zonation diagram');
  await world.at(new Date(due - 60_000).toISOString());
  await ilse.reload();
  await ilse.getByLabel('Add files to Diagram').setInputFiles(film(26));
  await expect(bar(ilse)).toContainText('Submitting seals it now');

  // Cut as the seal is asked for: nothing is sealed, it is said, and pressing again seals it.
  world.line?.cut();
  await submit(ilse, /1 still arriving/);
  await expect(ilse.getByText(/could not be reached/)).toBeVisible();
  world.line?.mend();
  await submit(ilse, /1 still arriving/);
  await expect(bar(ilse)).toContainText('Sealed, still arriving');
  await expectAccessible(ilse);

  // The teacher has nothing of it, and sees that it comes.
  const odile = await world.plain('odile', await world.addressOf('Zonation diagram'));
  const line = odile.getByRole('row', { name: 'Ilse Varga', exact: true });
  await expect(line).toContainText('With the student: sealed, still arriving');

  // The due moment passes; the line is cut in the middle of the bytes, and the server dies in the middle of the rest.
  await world.at(new Date(due + 10 * 60_000).toISOString());
  world.line?.cut();
  await expect(ilse.getByText('The connection is lost')).toBeVisible();
  world.line?.mend();
  await world.kill();
  await world.start();
  await world.at(new Date(due + 20 * 60_000).toISOString());
  await expect(bar(ilse)).toContainText('With your teacher', { timeout: 90_000 });
  const round = ilse.getByRole('region', { name: 'Rounds' }).getByRole('listitem').first();
  await expect(round).toContainText('sealed then, complete at');
  await expect(round).toContainText('On time');
  await expect(line).toContainText('With you');
  const [stored] = await world.sql(
    'select count(*)::int as n from rounds r join packets p on p.id = r.packet_id where p.assignment_id = (select id from assignments where title like $1) and r.late_seconds = 0 and r.arrived_at is not null',
    ['Zonation diagram%']
  );
  expect(stored).toEqual({ n: 1 });
});

test('a seal that runs out is said loudly on both sides, and what arrived is kept', async ({ world }) => {
  const ilse = await world.as('ilse', { at: null });
  const address = await world.addressOf('Zonation diagram');
  // What reads files is lost on its way here: that is said, and the next press asks for it again.
  const reader = /workers\/hash/;
  await ilse.route(reader, (route) => route.abort());
  await ilse.goto(address);
  await expect(ilse.getByRole('heading', { level: 1 })).toContainText('Zonation diagram');
  await ilse.getByLabel('Add files to Diagram').setInputFiles(film(45));
  await submit(ilse, /1 still arriving/);
  await expect(bar(ilse).getByRole('alert')).toContainText('could not be reached');
  await ilse.unroute(reader);
  await submit(ilse, /1 still arriving/);
  await expect(bar(ilse)).toContainText('Sealed, still arriving');
  // Sealed, nothing can be changed before the seal is broken.
  await expect(ilse.getByLabel(/Add files to/)).toHaveCount(0);
  // The tab is closed: nothing more arrives.
  await ilse.goto('about:blank');
  await world.at('2027-03-10T15:51:00Z');
  await ilse.goto(`${world.url}/desk`);
  const needs = ilse.getByRole('region', { name: /Needs you now/ });
  await expect(needs.getByRole('link', { name: /Zonation diagram/ })).toContainText('The seal ran out: submit again');
  await ilse.goto(address);
  await expect(bar(ilse).getByRole('alert')).toContainText('The seal ran out at');
  await expectAccessible(ilse);
  const odile = await world.plain('odile', '/tidings');
  await odile.getByRole('link', { name: /A seal of Ilse Varga on Zonation diagram.* ran out/ }).click();
  await expect(odile.getByRole('row', { name: 'Ilse Varga', exact: true })).toContainText(
    'The seal ran out: nothing was submitted'
  );
});
