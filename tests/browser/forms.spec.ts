import { readFileSync } from 'node:fs';
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import type { Page } from '@playwright/test';
import { Document, ImageRun, Packer, Paragraph, Table, TableCell, TableRow } from 'docx';
import { photograph, piecesIn, place } from './gathering';
import { expect, expectAccessible, openFromList, submit, test } from './world';

const SHIFTS = 'Evidence of your ferry shifts';
/** Opens the form of activities, in which one stands already. */
async function goOn(page: Page) {
  await place(page, 'Activities').getByRole('button', { name: 'Go on writing' }).click();
  const dialog = page.getByRole('dialog', { name: 'Activities, Ilse Varga.md' });
  await expect(dialog.getByRole('button', { name: /^Remove activity 1/ })).toBeVisible();
  return dialog;
}
async function close(page: Page) {
  await page.getByRole('button', { name: 'Close; every word is kept' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
}

test('a form of activities is filled over three sittings with what shows them, the teacher fills their part, and one answer is mended and compared', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: SHIFTS });
  let dialog = await goOn(ilse);
  await dialog.getByRole('button', { name: 'Add activity 2' }).click();
  await dialog.getByLabel('hours').nth(1).fill('3');
  await dialog.getByRole('button', { name: 'Add signed sheet for Activity 2' }).click();
  await dialog.getByLabel('From this device').setInputFiles(await photograph('second-shift.jpg'));
  await expect(dialog.getByRole('list', { name: 'signed sheet of activity 2' })).toContainText(
    'Activity 2, second-shift'
  );
  await expectAccessible(ilse);
  await dialog.getByRole('button', { name: 'That is all' }).click();
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  await close(ilse);
  await expect(place(ilse, 'Also')).toContainText('Shows Activity 2, second-shift');

  dialog = await goOn(ilse);
  await dialog.getByRole('button', { name: 'Add activity 3' }).click();
  await dialog.getByLabel('hours').nth(2).fill('2');
  await dialog.getByRole('button', { name: 'What will you do next?' }).click();
  await ilse.keyboard.type('The winter crossing');
  await expect(dialog.getByText('2 of 2 answered')).toBeVisible();
  // Whoever takes one out numbers the others anew, and the files with them.
  await dialog.getByRole('button', { name: 'Remove activity 1' }).click();
  await expect(dialog.getByRole('list', { name: 'signed sheet of activity 1' })).toContainText(
    'Activity 1, second-shift'
  );
  await expect(dialog.getByText('1 of 2 answered')).toBeVisible();
  await close(ilse);
  await expect(place(ilse, 'Also')).toContainText('Shows Activity 1, second-shift');
  await submit(ilse);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  const petra = await world.as('petra', { at: '/marking' });
  await openFromList(petra, 'ferry shifts.*Ilse Varga|Ilse Varga.*ferry shifts');
  await petra.getByRole('button', { name: 'Fill in your part' }).click();
  const part = petra.getByRole('textbox', { name: 'Granted' });
  await part.getByRole('cell').nth(0).click();
  await petra.keyboard.type('Both, as signed');
  await expectAccessible(petra);
  await petra.getByRole('button', { name: 'Keep it', exact: true }).click();
  await expect(petra.getByText('It is kept. The student sees it when you return the round.')).toBeVisible();
  await petra.getByRole('button', { name: 'Close', exact: true }).click();
  await petra.getByLabel('Remark on the whole').fill('Say which crossing.');
  await petra.getByRole('button', { name: 'Ask for another round' }).click();
  await petra.waitForURL(/\/marking/);

  await expect(ilse.getByRole('complementary')).toContainText('another round');
  await ilse.getByRole('button', { name: 'As it came back, with your teacher’s part' }).click();
  await expect(ilse.getByRole('cell', { name: 'Both, as signed' })).toBeVisible();
  dialog = await goOn(ilse);
  await expect(dialog.getByRole('textbox').first()).toContainText('Both, as signed');
  await dialog.getByText('The winter crossing').click();
  await ilse.keyboard.press('End');
  await ilse.keyboard.type(' to Skerrow Head');
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  await close(ilse);
  await submit(ilse, /^Submit round 2/);
  await ilse.getByRole('link', { name: 'Compare with round 1' }).click();
  await ilse.getByRole('button', { name: 'Show what changed in Activities, Ilse Varga.md' }).click();
  const changed = ilse.getByRole('region', { name: 'What changed in Activities, Ilse Varga.md' });
  await expect(changed.getByRole('insertion').filter({ hasText: 'to Skerrow Head' })).toBeVisible();
});

test('a starter that was filled in elsewhere is read back into the copy, which takes its place', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Reading log, chapters four to seven' });
  const filled = new Document({
    sections: [
      {
        children: [
          'Chapter four, the bell',
          'Chapter five, the letter',
          'Chapter six, the low water',
          'The water goes out further than it should.',
          'Chapter seven, the lamp',
          'Somebody else lights it.',
          'Would you go on reading?'
        ].map((text) => new Paragraph(text))
      }
    ]
  });
  const mimeType = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
  await ilse
    .getByLabel('Add files to Log')
    .setInputFiles({ name: 'my log.docx', mimeType, buffer: await Packer.toBuffer(filled) });
  await expect(piecesIn(ilse, 'Log')).toHaveText(['Log, Ilse Varga.md', 'my log.docx']);
  await expect(ilse.getByRole('complementary')).toContainText('to look at');
  await place(ilse, 'Log').getByRole('button', { name: 'Read its answers into Log, Ilse Varga.md' }).click();
  const dialog = ilse.getByRole('dialog', { name: 'Log, Ilse Varga.md' });
  await expect(dialog.getByText('2 of 5 answers were read from my log.docx.')).toBeVisible();
  await expect(dialog.getByText('4 of 4 answered')).toBeVisible();
  await expect(dialog.getByRole('textbox').first()).toContainText('Somebody else lights it.');
  await expect(dialog.getByRole('textbox').first()).toContainText('The boat is late.');
  await expectAccessible(ilse);
  await close(ilse);
  await place(ilse, 'Log').getByRole('button', { name: 'Remove my log.docx' }).click();
  await expect(piecesIn(ilse, 'Log')).toHaveText(['Log, Ilse Varga.md']);
  await expect(place(ilse, 'Log')).toContainText('4 of 4 answered');
  // Whoever would rather write by hand prints it.
  await place(ilse, 'Log')
    .getByRole('button', { name: /^Fill in the starter/ })
    .click();
  const [printed] = await Promise.all([
    ilse.waitForEvent('download'),
    ilse.getByRole('link', { name: 'Print it and write by hand' }).click()
  ]);
  const { stdout } = await promisify(execFile)('pdftotext', [await printed.path(), '-']);
  expect(stdout).toContain('Chapter seven, the lamp');
});

test('a document with a table and a picture comes into a page and goes out as one', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Build log, week by week' });
  await ilse.getByRole('button', { name: 'Write it here into Also' }).click();
  await ilse.getByLabel('Name of the page').fill('Planks');
  await ilse.getByRole('button', { name: 'Begin to write' }).click();
  const dialog = ilse.getByRole('dialog', { name: 'Planks.md' });
  const { buffer: data } = await photograph('plank.png');
  const row = (...cells: string[]) =>
    new TableRow({ children: cells.map((text) => new TableCell({ children: [new Paragraph(text)] })) });
  const brought = new Document({
    sections: [
      {
        children: [
          new Paragraph('Which plank split'),
          new Table({ rows: [row('plank', 'day'), row('second', 'Tuesday')] }),
          new Paragraph({ children: [new ImageRun({ type: 'png', data, transformation: { width: 80, height: 80 } })] })
        ]
      }
    ]
  });
  const text = dialog.getByRole('textbox', { name: 'Planks.md' });
  const mimeType = 'application/vnd.openxmlformats-officedocument.wordprocessingml.document';
  await dialog
    .getByLabel('Bring a text in')
    .setInputFiles({ name: 'planks.docx', mimeType, buffer: await Packer.toBuffer(brought) });
  await expect(text.getByRole('cell', { name: 'Tuesday' })).toBeVisible();
  await expect.poll(() => text.locator('img').evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(0);
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  await close(ilse);
  await ilse.getByRole('button', { name: 'Look at Planks.md here' }).click();
  const [out] = await Promise.all([ilse.waitForEvent('download'), ilse.getByRole('link', { name: 'As DOCX' }).click()]);
  const path = await out.path();
  const { stdout } = await promisify(execFile)('pandoc', ['-f', 'docx', '-t', 'markdown', path]);
  expect(stdout).toContain('Which plank split');
  expect(stdout).toMatch(/second +Tuesday|second \| Tuesday/);
  expect(stdout).toContain('media/');
  expect(readFileSync(path).subarray(0, 2).toString()).toBe('PK');
});
