import type { Page } from '@playwright/test';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, type XmlElement } from 'yjs';
import { place } from './gathering';
import { expect, expectAccessible, openFromList, test } from './world';

async function openDeck(page: Page, url: string) {
  await page.goto(`${url}/courses/boatyard-workshop`);
  await page
    .getByRole('main')
    .getByRole('link', { name: /^A deck of knots/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Go on writing' }).click();
  const dialog = page.getByRole('dialog', { name: 'Knots of the workshop.md' });
  const text = dialog.getByRole('textbox', { name: 'Knots of the workshop.md' });
  await expect(text).toBeVisible();
  return { dialog, text, together: dialog.getByRole('region', { name: 'Together' }) };
}

/** What a hand-made update of this person says of taking the second part away. */
async function takeAway(page: Page): Promise<{ ok: boolean; why?: string }> {
  const address = page.url().split(/[#?]/)[0] ?? '';
  const piece = await page.getByRole('link', { name: 'Knots of the workshop.md' }).first().getAttribute('href');
  const at = `${address}/pages/${/[0-9a-f-]{36}/.exec(piece ?? '')?.[0] ?? ''}`;
  const { page: there } = (await (await page.request.get(at)).json()) as {
    page: { began: string; seq: number; updates: string[] };
  };
  const doc = new Doc();
  for (const update of there.updates) applyUpdate(doc, Buffer.from(update, 'base64'));
  const before = encodeStateVector(doc);
  const fragment = doc.getXmlFragment('page');
  const other = fragment.toArray().findIndex((one) => (one as XmlElement).nodeName === 'part');
  fragment.delete(other, 1);
  const update = Buffer.from(encodeStateAsUpdate(doc, before)).toString('base64');
  const data = { began: there.began, since: there.seq, update, over: false };
  const headers = { origin: new URL(address).origin };
  return (await (await page.request.post(at, { data, headers })).json()) as { ok: boolean; why?: string };
}

test('a deck of the course: each sees the others write, nobody touches the part of another, one part is finished, one writes without a line', async ({
  world
}) => {
  const ilse = await world.as('ilse', { at: null });
  const teodor = await world.as('teodor', { at: null, viewport: { width: 360, height: 780 }, hasTouch: true });
  const hers = await openDeck(ilse, world.url);
  const his = await openDeck(teodor, world.url);
  await expect(hers.together).toContainText('Teodor Brandt');
  await expect(his.together).toContainText('Ilse Varga');
  await expectAccessible(ilse);

  await hers.text.getByText('Shaken without load it works loose').click();
  await ilse.keyboard.press('End');
  await ilse.keyboard.type(', so lock it');
  await expect(his.text.getByText('Shaken without load it works loose, so lock it')).toBeVisible();
  // In hers he changes nothing, by the editor or past it.
  // Her cursor still comes to rest while he puts his: where it was set back, he puts it again.
  await expect(async () => {
    await his.text.getByText('Tied with one hand, when it has to be').click();
    await teodor.keyboard.type('m');
    await expect(his.dialog.getByText('This part is for Ilse Varga to write.')).toBeVisible({ timeout: 1500 });
  }).toPass({ timeout: 20_000 });
  expect(await takeAway(teodor)).toMatchObject({ ok: false, why: 'part-of-another' });

  await hers.together.getByRole('button', { name: 'My part is finished' }).click();
  await expect(hers.together).toContainText('Your part was received.');
  await hers.text.getByText('A loop that does not close').click();
  await ilse.keyboard.type('x');
  await expect(hers.dialog.getByText('Your part is finished. Go on with it, then write in it.')).toBeVisible();

  await his.together.getByRole('button', { name: 'Go on with it' }).tap();
  await expect(his.together.getByRole('button', { name: 'My part is finished' })).toBeVisible();
  await teodor.context().setOffline(true);
  await his.text.getByText('Two turns on the side of the pull').click();
  await teodor.keyboard.press('End');
  await teodor.keyboard.type(' and a third');
  await expect(his.dialog.getByRole('status').first()).toContainText('Kept on this device');
  await expect(hers.text).not.toContainText('and a third');
  await teodor.context().setOffline(false);
  await expect(hers.text.getByText('Two turns on the side of the pull and a third')).toBeVisible({ timeout: 20_000 });

  await hers.together.getByRole('button', { name: 'Who wrote what' }).click();
  await expect(hers.together.getByRole('list', { name: 'Who wrote how much' })).toContainText('Teodor Brandt');
  await hers.dialog.getByRole('button', { name: 'Show it' }).click();
  const shown = ilse.getByRole('dialog', { name: 'Knots of the workshop.md, shown' });
  await ilse.keyboard.press('Home');
  await expect(shown.getByRole('status')).toHaveText('1 of 15');
  await ilse.keyboard.press('ArrowRight');
  await expect(shown.getByRole('heading', { name: 'Sheet bend' })).toBeVisible();
  await shown.getByRole('button', { name: 'What you say' }).click();
  await expect(shown.getByRole('region', { name: 'What you say' })).toContainText('Pass both ropes round.');
  await expectAccessible(ilse);
});

async function begin(page: Page, as: string, name: string) {
  await openFromList(page, 'Build log, week by week');
  await page.getByRole('button', { name: 'Write it here into Also' }).click();
  await page.getByLabel('What it is').selectOption(as);
  await page.getByLabel(/^Name of the/).fill(name);
  await page.getByRole('button', { name: 'Begin to write' }).click();
}

test('a sheet is written by keys, counts, is sorted and drawn as a chart, and leaves as a workbook', async ({
  world
}) => {
  const ilse = await world.as('ilse');
  await begin(ilse, 'sheet', 'Offsets');
  const dialog = ilse.getByRole('dialog', { name: 'Offsets.md' });
  const grid = dialog.getByRole('grid', { name: 'Cells of Offsets' });
  await grid.getByRole('gridcell', { name: 'A1: empty' }).click();
  for (const row of ['Station\tBreadth', '2\t0.5', '1\t0.25', '\t=SUM(B2:B3)']) {
    for (const [i, text] of row.split('\t').entries()) {
      if (text !== '') await ilse.keyboard.type(text);
      await ilse.keyboard.press(text === '' ? 'ArrowRight' : i === 0 ? 'Tab' : 'Enter');
    }
    await ilse.keyboard.press('Home');
  }
  await expect(grid.getByRole('gridcell', { name: 'B4: 0.75' })).toBeVisible();
  await grid.getByRole('gridcell', { name: 'A2: 2' }).click();
  await grid.getByRole('gridcell', { name: 'B3: 0.25' }).click({ modifiers: ['Shift'] });
  await dialog.getByRole('button', { name: 'Chart of what is picked' }).click();
  await expect(dialog.getByRole('img', { name: /^Chart\. / })).toBeVisible();
  await grid.getByRole('gridcell', { name: 'A2: 2' }).click();
  await dialog.getByRole('button', { name: 'Sort A up' }).click();
  await expect(grid.getByRole('gridcell', { name: 'A2: 1' })).toBeVisible();
  await expectAccessible(ilse);
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  await dialog.getByRole('button', { name: 'Close; every word is kept' }).click();
  await expect(dialog).toBeHidden();
  const href = await ilse.getByRole('link', { name: 'Offsets.md' }).first().getAttribute('href');
  const book = await ilse.request.get(`${world.url}${href?.replace(/\?.*/, '') ?? ''}/as/xlsx`);
  expect((await book.body()).subarray(0, 2).toString()).toBe('PK');
});

test('a drawing is made by keys and by hand, and says what it shows', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report' });
  // Where photographs are asked for a text would not do.
  const photographs = place(ilse, 'Photographs');
  await expect(photographs.getByRole('button', { name: /^(Write it here|Of a portfolio)/ })).toHaveCount(0);
  await photographs.getByRole('button', { name: 'Draw it here into Photographs' }).click();
  await photographs.getByLabel('Name of the drawing').fill('Scarf');
  await photographs.getByRole('button', { name: 'Begin to draw' }).click();
  const dialog = ilse.getByRole('dialog', { name: 'Scarf.md' });
  const board = dialog.getByRole('application', { name: /^Drawing board, 0 strokes/ });
  await dialog.getByRole('radio', { name: 'Line' }).click();
  await board.focus();
  await ilse.keyboard.press('Enter');
  for (let i = 0; i < 4; i++) await ilse.keyboard.press('ArrowRight');
  await ilse.keyboard.press('Enter');
  await expect(dialog.getByRole('application', { name: 'Drawing board, 1 stroke' })).toBeVisible();
  await dialog.getByRole('radio', { name: 'Pen' }).click();
  const box = await dialog.getByRole('application').boundingBox();
  const at = (x: number, y: number) => [(box?.x ?? 0) + x, (box?.y ?? 0) + y] as const;
  await ilse.mouse.move(...at(60, 60));
  await ilse.mouse.down();
  for (let i = 0; i < 12; i++) await ilse.mouse.move(...at(60 + i * 10, 60 + (i % 3) * 8));
  await ilse.mouse.up();
  await expect(dialog.getByRole('application', { name: 'Drawing board, 2 strokes' })).toBeVisible();
  await dialog.getByLabel('What it shows, for those who do not see it').fill('A scarf joint');
  await dialog.getByLabel('What it shows, for those who do not see it').blur();
  await expectAccessible(ilse);
  const saved = ilse.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Save as SVG' }).click();
  expect((await saved).suggestedFilename()).toBe('Drawing, Ilse Varga.svg');
  await dialog.getByRole('button', { name: 'Undo' }).click();
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
});

test('a post that is asked for is counted where it is said, lies in its place, and answers stand below what they answer', async ({
  world
}) => {
  const casper = await world.plain('casper');
  await openFromList(casper, 'Six knots, at your own pace');
  await casper.getByRole('link', { name: 'The whole class' }).click();
  await casper
    .getByRole('textbox', { name: 'Say it to everyone' })
    .fill('Which of them would you trust with your weight?');
  await casper.getByRole('button', { name: /^Say it to all/ }).click();
  await expect(casper.getByText('Which of them would you trust')).toBeVisible();

  const ilse = await world.as('ilse', { work: 'Six knots, at your own pace' });
  const floor = ilse.getByRole('region', { name: 'Open floor, to the whole class' });
  await expect(floor).toContainText('a post on the open floor of at least 10 words');
  await expect(floor).toContainText('Nothing of yours stands on the open floor yet.');
  const field = floor.getByRole('textbox', { name: 'Say it to everyone' });
  await field.click();
  await ilse.keyboard.type('The bowline, because it holds and opens again when one wants it to.');
  await floor.getByRole('button', { name: /^Say it to all/ }).click();
  await expect(ilse.getByRole('link', { name: 'Said on the open floor.md' })).toBeVisible();
  await expect(floor).toContainText('You have answered nobody else yet.');
  await floor.getByRole('button', { name: 'Answer Mr Casper Nyholm' }).click();
  await expect(floor).toContainText('Your answer to Mr Casper Nyholm');
  await field.click();
  await ilse.keyboard.type('That one.');
  await floor.getByRole('button', { name: /^Say it to all/ }).click();
  await expect(floor).toContainText('All of it is said.');
  await floor.getByRole('radio', { name: 'Each with its answers' }).check();
  await expect(floor.getByRole('list', { name: 'Answers to Mr Casper Nyholm' })).toContainText('That one.');
  await expectAccessible(ilse);

  // Her teacher takes one down; why stands in its place.
  await casper.reload();
  const post = casper.getByRole('listitem').filter({ hasText: 'The bowline, because it holds' }).last();
  await post.getByText('Take it down …').click();
  await post.getByLabel('Why; it stands in its place').fill('It belongs to another week.');
  await post.getByRole('button', { name: /^Take it down/ }).click();
  await expect(floor).toContainText('Taken down by Mr Casper Nyholm: It belongs to another week.');
});
