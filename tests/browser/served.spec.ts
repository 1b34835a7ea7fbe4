import type { Page } from '@playwright/test';
import { piecesIn, place } from './gathering';
import { expect, expectAccessible, file, holdScripts, test } from './world';

/** A page that never has time: its parts wake by being touched alone. */
async function restless(page: Page) {
  await page.addInitScript(() => {
    window.requestIdleCallback = () => 0;
  });
  return page;
}

/** The page around its parts has come to life: it tells from now on of what is done to them. */
const alive = (page: Page) => expect(page.locator('#svelte-announcer')).toBeAttached();
/** The files of the Shelf. */
const rows = (page: Page) =>
  page
    .getByRole('main')
    .getByRole('listitem')
    .filter({ has: page.getByRole('button', { name: /^Look at/ }) });

test('a part that sleeps yet does what is asked of it, by pointer, by key and by a file', async ({ world }) => {
  const ilse = await restless(await world.as('ilse'));
  await ilse.goto(`${world.url}/shelf`);
  await alive(ilse);
  const [row, other] = [rows(ilse).nth(0), rows(ilse).nth(1)];
  const look = row.getByRole('button', { name: /^Look at/ });
  await expect(look).toBeDisabled();
  await row.getByRole('link').first().hover();
  await look.click();
  await expect(look).toHaveAttribute('aria-expanded', 'true');
  await expectAccessible(ilse);
  await expect(other.getByRole('button', { name: /^Change/ })).toBeDisabled();
  await other.getByRole('link').first().focus();
  await expect(other.getByRole('button', { name: /^Change/ })).toBeEnabled();

  await ilse.goto(await world.addressOf('Field report'));
  await alive(ilse);
  await ilse.evaluate(() => (document.body.dataset.same = 'yes'));
  await ilse.getByLabel('Add files to Also').setInputFiles(file('map.txt', 'the old map'));
  await expect(piecesIn(ilse, 'Also')).toHaveText(['map.txt']);
  await ilse.getByRole('button', { name: 'Remove map.txt' }).click();
  await expect(piecesIn(ilse, 'Also')).toHaveCount(0);
  // Nothing was sent as a page without scripts sends it.
  await expect(ilse.locator('body')).toHaveAttribute('data-same', 'yes');
});

test('what was chosen before the scripts came is taken, though the page never rests', async ({ world }) => {
  const ilse = await restless(await world.as('ilse'));
  const come = await holdScripts(ilse);
  await ilse.goto(await world.addressOf('Field report'));
  // What is pressed stays where it is when the scripts come.
  const ofTheShelf = place(ilse, 'Photographs').getByRole('button', { name: /^From the Shelf/ });
  const stood = (await ofTheShelf.boundingBox())?.x;
  const send = place(ilse, 'Also').getByRole('button', { name: 'Add', exact: true });
  await expect(send).toBeHidden();
  await ilse.getByLabel('Add files to Also').setInputFiles(file('early.txt', 'chosen on a slow line'));
  // It could be sent, should they never come.
  await expect(send).toBeVisible();
  come();
  await expect(piecesIn(ilse, 'Also')).toHaveText(['early.txt']);
  await expect(send).toHaveCount(0);
  expect((await ofTheShelf.boundingBox())?.x).toBe(stood);
});

test('a part that sleeps shows what changed elsewhere', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/shelf' });
  const sleeping = await restless(await ilse.context().newPage());
  await sleeping.goto(`${world.url}/shelf`);
  await expect(sleeping.getByRole('button', { name: /^Change/ }).first()).toBeDisabled();
  const change = ilse.getByRole('button', { name: /^Change/ }).first();
  await change.click();
  await ilse.getByLabel('Name', { exact: true }).first().fill('renamed-elsewhere.txt');
  await ilse.getByRole('button', { name: 'Rename' }).click();
  await expect(sleeping.getByRole('link', { name: 'renamed-elsewhere.txt' })).toBeVisible();
  await expect(sleeping.getByRole('button', { name: 'Change renamed-elsewhere.txt' })).toBeEnabled();
});
