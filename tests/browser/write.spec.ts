import type { Page } from '@playwright/test';
import { piecesIn, place } from './gathering';
import { expect, expectAccessible, openFromList, submit, test, type World } from './world';

/** Begins a page in the open place of an assignment. */
async function begin(page: Page) {
  await openFromList(page, 'Build log, week by week');
  await page.getByRole('button', { name: 'Write it here into Also' }).click();
  await page.getByLabel('Name of the page').fill('The day it split');
  await page.getByRole('button', { name: 'Begin to write' }).click();
  return editorOf(page);
}
function editorOf(page: Page) {
  const dialog = page.getByRole('dialog', { name: 'The day it split.md' });
  return { dialog, text: dialog.getByRole('textbox', { name: 'The day it split.md' }) };
}
async function again(page: Page) {
  await page.getByRole('button', { name: 'Go on writing' }).click();
  return editorOf(page);
}
const at = (world: World) => world.sql('select text from page_drafts');

test('a page is written by thumb beside the brief, in mid-word when the tab closes, submitted, and read by the teacher', async ({
  world
}) => {
  const ilse = await world.as('ilse', { viewport: { width: 360, height: 780 }, hasTouch: true });
  const { dialog, text } = await begin(ilse);
  await text.pressSequentially('The second plank split at the hood end');
  await expect(dialog.getByRole('status')).toContainText('All of it is here');
  await expect(dialog.getByText('12 words')).toBeVisible();
  await expectAccessible(ilse);
  await ilse.context().setOffline(true);
  await text.pressSequentially(' because I steamed it too sho');
  await expect(dialog.getByRole('status')).toContainText('Kept on this device');
  await ilse.close({ runBeforeUnload: false });

  const next = await ilse.context().newPage();
  await ilse.context().setOffline(false);
  await next.goto(world.url);
  await openFromList(next, 'Build log, week by week');
  const back = await again(next);
  await expect(back.text).toContainText('because I steamed it too sho');
  await back.text.press('Control+End');
  await back.text.pressSequentially('rt.');
  await back.dialog.getByRole('button', { name: 'Close; every word is kept' }).tap();
  await expect(back.dialog).toBeHidden();
  await expect(piecesIn(next, 'Also')).toHaveText(['The day it split.md']);
  await submit(next, /^Submit round 2/);
  await expect(next.getByRole('complementary')).toContainText('With your teacher');

  const casper = await world.as('casper');
  await openFromList(casper, 'Build log, week by week.*Ilse Varga|Ilse Varga.*Build log');
  await casper.getByRole('button', { name: 'Look at The day it split.md here' }).click();
  await expect(casper.getByText('because I steamed it too short.')).toBeVisible();
});

test('two windows never overwrite each other on a page', async ({ world }) => {
  const one = await world.as('ilse');
  const first = await begin(one);
  await first.text.pressSequentially('From the first window.');
  await expect(first.dialog.getByRole('status')).toContainText('All of it is here');
  const two = await one.context().newPage();
  await two.goto(one.url());
  const second = await again(two);
  await expect(second.text).toContainText('From the first window.');
  await first.text.pressSequentially(' And more.');
  await expect(async () => expect(JSON.stringify(await at(world))).toContain('And more')).toPass();
  await second.text.pressSequentially(' Of the second.');
  await expect(second.dialog.getByRole('alert')).toContainText('Something else was written on this page');
  await expectAccessible(two);
  await second.dialog.getByRole('button', { name: /^Keep this one/ }).click();
  await expect(second.dialog.getByRole('status')).toContainText('All of it is here');
  expect(JSON.stringify(await at(world))).toContain('Of the second');
  await second.dialog.getByRole('button', { name: 'Close; every word is kept' }).click();
  await first.text.pressSequentially(' Late.');
  await first.dialog.getByRole('button', { name: 'Take the other one' }).click();
  await expect(first.text).toContainText('Of the second.');
  await first.dialog.getByRole('button', { name: 'Close; every word is kept' }).click();
  await expect(place(one, 'Also').getByRole('button', { name: 'Go on writing' })).toBeVisible();
});
