import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { openPrepared, piecesIn, place } from './gathering';
import { expect, expectAccessible, openFromList, submit, test } from './world';

/** Begins a page in the open place of an assignment. */
async function begin(page: Page) {
  await openFromList(page, 'Build log, week by week');
  await page.getByRole('button', { name: 'Write it here into Also' }).click();
  await expect(page.getByLabel('Name of the page')).toHaveValue('Build log, week by week, Ilse Varga');
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
  await expect(casper.getByText('because I steamed it too short.')).toBeVisible();
});

test('two windows and two browsers write on one page at once, one of them without a line, and all of it stands there', async ({
  world
}) => {
  const one = await world.as('ilse');
  const first = await begin(one);
  await first.text.pressSequentially('From the first window.');
  await expect(first.dialog.getByRole('status')).toContainText('All of it is here');
  const two = await one.context().newPage();
  await two.goto(one.url());
  const second = await again(two);
  await expect(second.text).toContainText('From the first window.');
  const elsewhere = await world.as('ilse', { at: null });
  await elsewhere.goto(one.url());
  const third = await again(elsewhere);
  await expect(third.text).toContainText('From the first window.');
  await elsewhere.context().setOffline(true);
  await third.text.pressSequentially(' On a boat without a line.');
  await expect(third.dialog.getByRole('status')).toContainText('Kept on this device');
  await Promise.all([
    first.text.pressSequentially(' And more of it.'),
    second.text.pressSequentially(' Of the second.')
  ]);
  await expect(first.text).toContainText('Of the second.');
  await expect(second.text).toContainText('And more of it.');
  await elsewhere.context().setOffline(false);
  for (const { text } of [first, second, third]) {
    await expect(text).toContainText('On a boat without a line.');
    await expect(text).toContainText('And more of it.');
    await expect(text).toContainText('Of the second.');
  }
  await first.dialog.getByRole('button', { name: 'Close; every word is kept' }).click();
  await expect(place(one, 'Also').getByRole('button', { name: 'Go on writing' })).toBeVisible();
});

test('a formula, a note, a picture and ticks stand on a page, and an earlier time of it is brought back', async ({
  world
}) => {
  const ilse = await world.as('ilse');
  const { dialog, text } = await begin(ilse);
  await text.pressSequentially('Stress is ');
  await dialog.getByRole('button', { name: 'Formula' }).click();
  await dialog.getByLabel('Formula In TeX').fill('\\frac{F}{A}');
  await expect(text.locator('math')).toBeAttached();
  await dialog.getByLabel('Formula In TeX').press('Enter');
  await text.pressSequentially(' here');
  await dialog.getByRole('button', { name: 'Note at the foot' }).click();
  await dialog.getByLabel('Note at the foot').last().fill('Measured at the hood end');
  await dialog.getByLabel('Note at the foot').last().press('Enter');
  await dialog.getByRole('button', { name: 'Picture' }).click();
  await dialog
    .getByLabel('From this device')
    .setInputFiles(join(import.meta.dirname, '../../demo/files/scale-bar.jpg'));
  await dialog.getByLabel('What the picture shows').fill('A scale bar');
  await expect
    .poll(() => text.getByRole('img', { name: 'A scale bar' }).evaluate((one: HTMLImageElement) => one.naturalWidth))
    .toBeGreaterThan(0);
  await expectAccessible(ilse);
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  const OF_IT = "piece_id = (select id from pieces where name = 'The day it split.md')";
  await world.sql(`update page_updates set at = at - interval '1 hour' where ${OF_IT}`);
  await text.press('Control+A');
  await text.pressSequentially('All of it is gone');
  await expect
    .poll(() =>
      world.sql(`select distinct date_trunc('hour', at) from page_updates where ${OF_IT}`).then(({ length }) => length)
    )
    .toBe(2);
  await dialog.getByRole('button', { name: 'Earlier times' }).click();
  await dialog.getByLabel('As it was').selectOption({ index: 2 });
  await expect(dialog.getByRole('region', { name: 'What changed in The day it split.md' })).toContainText('Stress is');
  await dialog.getByRole('button', { name: 'Bring this back' }).click();
  await expect(text).toContainText('Stress is');
  await expect(text.getByRole('img')).toBeVisible();
  await dialog.getByRole('button', { name: 'Undo' }).click();
  await expect(text).toContainText('All of it is gone');
});

test('a teacher makes a starter of a document, a student answers it in two sittings, and a correction comes around what they wrote', async ({
  world
}) => {
  const petra = await world.as('petra', { at: null });
  await openPrepared(petra, world.url, 'Evidence of your ferry shifts');
  await petra.getByRole('link', { name: 'Prepare a starter for Reflection' }).click();
  await petra.getByLabel('Bring a document in').setInputFiles({
    name: 'log.md',
    mimeType: 'text/markdown',
    buffer: Buffer.from('# Reading log\n\nWhat did the keeper hide?\n\nWhich line would you keep?\n')
  });
  const starter = petra.getByRole('textbox', { name: /^Starter of/ });
  await expect(starter).toContainText('Which line would you keep?');
  await petra.getByRole('button', { name: 'Find the questions' }).click();
  await starter.press('Control+End');
  await petra.getByRole('button', { name: 'Numbered entries' }).click();
  await petra.getByLabel('How many').fill('1');
  await petra.getByLabel('How many').press('Tab');
  await expectAccessible(petra);
  await petra.getByRole('button', { name: 'Keep the starter' }).click();
  await expect(petra.getByText('It is kept.')).toBeVisible();

  const ilse = await world.as('ilse', { work: 'Evidence of your ferry shifts' });
  await ilse.getByRole('button', { name: 'Fill in the starter into Reflection' }).click();
  await ilse.getByRole('button', { name: 'Take your copy of the starter' }).click();
  const dialog = ilse.getByRole('dialog', { name: /Evidence of your ferry shifts/ });
  const text = dialog.getByRole('textbox', { name: /Evidence of your ferry shifts/ });
  await dialog.getByRole('button', { name: 'What did the keeper hide?' }).click();
  await ilse.keyboard.type('The second logbook');
  await expect(dialog.getByText('1 of 3 answered')).toBeVisible();
  await text.press('Control+A');
  await text.press('Delete');
  await expect(dialog.getByText('What your teacher wrote stays as it is.')).toBeVisible();
  await expect(text).toContainText('The second logbook');
  await dialog.getByRole('button', { name: 'Add activity 1' }).click();
  await dialog.getByLabel('hours').fill('2.5');
  await expect(dialog.getByText('2 of 3 answered')).toBeVisible();
  await expectAccessible(ilse);
  await dialog.getByRole('button', { name: 'Close; every word is kept' }).click();
  await expect(ilse.getByText('2 of 3 answered', { exact: true })).toBeVisible();
  await expect(ilse.getByText(/open: Which line would you keep\?/)).toBeVisible();

  await place(ilse, 'Reflection').getByRole('button', { name: 'Go on writing' }).click();
  await expect(text).toContainText('The second logbook');
  await starter.getByText('Which line would you keep?').click();
  await petra.keyboard.press('End');
  await petra.keyboard.type(' Say why.');
  await petra.getByRole('button', { name: 'Keep the starter' }).click();
  await expect(petra.getByText('1 copy was corrected around the answers.')).toBeVisible();
  await expect(text).toContainText('Say why.');
  await expect(text).toContainText('The second logbook');
  await expect(dialog.getByLabel('hours')).toHaveValue('2.5');
});

test('the checks speak while one writes; a prompt is mended after taking back and compared; what a correction takes away is its writer’s to choose', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Reading log, chapters four to seven' });
  const dialog = ilse.getByRole('dialog', { name: 'Log, Ilse Varga.md' });
  const goOn = () => place(ilse, 'Log').getByRole('button', { name: 'Go on writing' }).click();
  const close = () => dialog.getByRole('button', { name: 'Close; every word is kept' }).click();
  await goOn();
  await dialog.getByRole('button', { name: 'Chapter six, the low water' }).click();
  await ilse.keyboard.type(`The mud holds. Said at ${world.site('/club/lab-book')} too.`);
  await dialog.getByText('1 thing to look at').click();
  const found = dialog.getByRole('list', { name: 'What to look at on this page' });
  await expect(found).toContainText('asks to sign in');
  await expectAccessible(ilse);
  await dialog.getByText('The mud holds.').click();
  await ilse.keyboard.press('Home');
  await ilse.keyboard.press('Shift+End');
  await ilse.keyboard.type('The mud holds.');
  await expect(found).toBeHidden();
  await close();
  await submit(ilse, /^Submit round 1/);
  await ilse.getByText('Take round 1 back …').click();
  await ilse.getByRole('button', { name: 'Take round 1 back', exact: true }).click();
  await expect(ilse.getByRole('complementary')).toContainText('your teacher has nothing');
  await goOn();
  await dialog.getByText('The mud holds.').click();
  await ilse.keyboard.press('End');
  await ilse.keyboard.type(' Until the ebb.');
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  await close();
  await submit(ilse, /^Submit round 2/);
  await ilse.getByRole('link', { name: 'Compare with round 1' }).click();
  await ilse.getByRole('button', { name: 'Show what changed in Log, Ilse Varga.md' }).click();
  const changed = ilse.getByRole('region', { name: 'What changed in Log, Ilse Varga.md' });
  await expect(changed.getByRole('insertion').filter({ hasText: 'Until the ebb.' })).toBeVisible();

  const robin = await world.as('robin', { at: null });
  await openPrepared(robin, world.url, 'Reading log, chapters four to seven');
  await robin.getByRole('link', { name: 'Change its starter for Log' }).click();
  const starter = robin.getByRole('textbox', { name: /^Starter of/ });
  await expect(starter).toContainText('Chapter six');
  await starter.press('Control+A');
  await starter.press('Delete');
  await starter.pressSequentially('What did the keeper hide?');
  await expect(starter).toHaveText('What did the keeper hide?');
  await robin.getByRole('button', { name: 'Find the questions' }).click();
  await expect(robin.getByText('It asks: What did the keeper hide?')).toBeVisible();
  await robin.getByRole('button', { name: 'Keep the starter' }).click();
  await expect(robin.getByText(/corrected around the answers/)).toBeVisible();

  await ilse.goBack();
  await ilse.getByRole('button', { name: 'Revise round 2' }).click();
  await expect(place(ilse, 'Log')).toContainText('0 of 1 answered');
  await goOn();
  await dialog.getByRole('button', { name: '3 answers to choose about' }).click();
  await dialog.getByRole('button', { name: 'Take them out' }).first().click();
  await expect(dialog.getByText(/^Your teacher does not ask/)).toHaveCount(2);
  const kept = dialog.locator('section').filter({ hasText: 'Until the ebb.' }).last();
  await kept.getByRole('button', { name: 'Keep my words here' }).click();
  await expect(dialog.getByRole('button', { name: '1 answer to choose about' })).toBeVisible();
  await expectAccessible(ilse);
  await close();
  await expect(ilse.getByRole('complementary')).toContainText('to look at');
});
