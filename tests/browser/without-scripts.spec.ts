import type { Page } from '@playwright/test';
import { expect, file, PASSWORD, test, type World } from './world';

/** With scripts off, signed in through the form. */
async function plain(world: World, handle: string): Promise<Page> {
  const page = await world.window({ javaScriptEnabled: false });
  await page.goto(`${world.url}/sign-in`);
  await page.getByLabel('Account name').fill(handle);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
  return page;
}
test('without scripts a link and files are added, the Shelf takes files, and work is submitted', async ({ world }) => {
  const ilse = await plain(world, 'ilse');
  await ilse.goto(await world.addressOf('Build log'));
  const also = ilse.getByRole('listitem').filter({ has: ilse.getByRole('heading', { name: 'Also' }) });
  await also.getByLabel('Address of a link').fill(world.site('/shore'));
  await also.getByLabel('Title').fill('The shore');
  await also.getByLabel('Also where others may not get in').check();
  await also.getByRole('button', { name: 'Add the link' }).click();
  await expect(ilse.getByRole('main')).toContainText('The shore');

  await ilse.goto(`${world.url}/shelf`);
  await ilse.getByLabel('Files for the Shelf').setInputFiles([file('kelp.txt', 'kelp'), file('wrack.txt', 'wrack')]);
  await ilse.getByRole('button', { name: 'Put them on the Shelf' }).click();
  await expect(ilse.getByRole('listitem').filter({ hasText: 'kelp.txt' })).toBeVisible();
  await expect(ilse.getByRole('listitem').filter({ hasText: 'wrack.txt' })).toBeVisible();
  await ilse.getByLabel('Files for the Shelf').setInputFiles(file('nothing.txt', ''));
  await ilse.getByRole('button', { name: 'Put them on the Shelf' }).click();
  await expect(ilse.getByRole('alert')).toContainText('That file is empty');
});

test('without scripts an assignment is set, and what is wrong with one is said beside what was typed', async ({
  world
}) => {
  const odile = await plain(world, 'odile');
  await odile.goto(`${world.url}/courses/tidal-ecology/set`);
  const form = odile.locator('form').filter({ has: odile.getByLabel('What is handed over, one on a line') });
  await form.getByLabel('Title').fill('Wrack line');
  await form.getByLabel('Due, on the clocks of').fill('2027-03-12T18:00');
  await form.getByLabel('Points').fill('many');
  await form.getByLabel('What is handed over, one on a line').fill('A sketch\nThree samples');
  await odile.getByRole('button', { name: 'Set it' }).click();
  await expect(odile.getByRole('alert')).toContainText('Write points as a number');
  await expect(form.getByLabel('Title')).toHaveValue('Wrack line');
  await form.getByLabel('Points').fill('12,5');
  await odile.getByRole('button', { name: 'Set it' }).click();
  await expect(odile.getByRole('heading', { level: 1 })).toContainText('Wrack line');
  const places = await world.sql(
    `select d.title from deliverables d join assignments a on a.id = d.assignment_id where a.title = 'Wrack line' order by d.position`
  );
  expect(places).toEqual([{ title: 'A sketch' }, { title: 'Three samples' }]);
});

test('without scripts what was done is said once, on the page that it leads back to', async ({ world }) => {
  const ilse = await plain(world, 'ilse');
  await ilse.goto(`${world.url}/plan/hours`);
  await ilse.getByLabel('Monday').fill('16:00-18:00');
  await ilse.getByRole('button', { name: /^Keep/ }).click();
  await expect(ilse.getByRole('status').filter({ hasText: 'Kept. The plan follows these hours' })).toBeVisible();
  await expect(ilse.getByLabel('Monday')).toHaveValue('16:00-18:00');
  await ilse.reload();
  await expect(ilse.getByLabel('Monday')).toHaveValue('16:00-18:00');
  await expect(ilse.getByText(/^Kept\./)).toHaveCount(0);
});

test('without scripts no button stands that would do nothing', async ({ world }) => {
  const seen = async (page: Page, paths: string[]) => {
    for (const path of paths) {
      await page.goto(path);
      expect(
        await page.locator('button:is([type=button], :not(form button, [form])):visible:enabled').count(),
        path
      ).toBe(0);
    }
  };
  const report = await world.addressOf('Field report');
  const rooms = (...paths: string[]) => paths.map((path) => world.url + path);
  await seen(await plain(world, 'ilse'), [
    report,
    ...rooms('/desk', '/shelf', '/plan', '/portfolios', '/grades/tidal-ecology', '/courses/tidal-ecology', '/tidings')
  ]);
  const course = '/courses/tidal-ecology';
  await seen(await plain(world, 'odile'), [
    report,
    ...rooms('/marking', course, `${course}/set`, `${course}/grades`, `${course}/grades/scheme`, `${course}/board`)
  ]);
});
