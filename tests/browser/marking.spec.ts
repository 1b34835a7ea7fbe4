import JSZip from 'jszip';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, openFromList, submit, test } from './world';

const work = (page: Page) => page.getByRole('heading', { level: 1 });
const waiting = (page: Page) => page.getByRole('navigation', { name: 'Through the work' });

test('a teacher marks five works by keyboard alone, and takes the last return back', async ({ world }) => {
  const odile = await world.as('odile', { at: '/marking' });
  await odile
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Field report/ })
    .first()
    .press('Enter');
  await expect(waiting(odile)).toContainText('1 of');
  // The work itself is there, without a press.
  await expect(odile.getByRole('region', { name: /^Text of page 1/ })).toContainText('Field report');
  await expectAccessible(odile);
  const first = await work(odile).innerText();
  await odile.keyboard.press('n');
  await expect(work(odile)).not.toHaveText(first);
  await odile.keyboard.press('b');
  await expect(work(odile)).toHaveText(first);

  const marked: string[] = [];
  for (let i = 0; i < 5; i++) {
    const name = await work(odile).innerText();
    marked.push(name);
    await odile.keyboard.press('r');
    for (const level of ['1', '2', '1', '3']) await odile.keyboard.press(level);
    // The points are what the rubric adds up to, without a word.
    await expect(odile.getByLabel('Points of 40')).toHaveValue('29');
    await expect(odile.getByLabel('Points of 40')).toBeFocused();
    await odile.keyboard.press('Tab');
    await odile.keyboard.press('Control+Enter');
    await expect(work(odile)).not.toHaveText(name);
    await expect(odile.getByRole('status').filter({ hasText: `Returned to ${name}` })).toBeVisible();
    await odile.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
  }
  expect(new Set(marked).size).toBe(5);
  await odile.getByRole('button', { name: 'Undo it, within a minute' }).press('Enter');
  await expect(work(odile)).toHaveText(marked[4] ?? '');
  await expect(odile.getByLabel('Points of 40')).toHaveValue('29');
  const settled = await world.sql(
    `select count(*)::int as n from packets p join assignments a on a.id = p.assignment_id
     where a.title like 'Field report%' and p.given = 29`
  );
  expect(settled).toEqual([{ n: 4 }]);
  // Other points than the rubric's want a reason.
  await odile.getByLabel('Points of 40').fill('30');
  await odile.getByRole('button', { name: 'Return as settled' }).press('Enter');
  await expect(odile.getByRole('alert')).toContainText('Say why, so that the student reads it');
  await odile.getByLabel(/Why other points/).fill('The drawing is worth one more.');
  await odile.getByRole('button', { name: 'Return as settled' }).press('Enter');
  await expect(odile.getByRole('status').filter({ hasText: `Returned to ${marked[4]}` })).toBeVisible();
  await odile.keyboard.press('?');
  await expect(odile.getByRole('dialog', { name: 'Keys of this page' })).toBeVisible();
  await expectAccessible(odile);
});

test('a phrase is kept and put in by key; a remark on a sheet of a PDF and on its words is answered by the student', async ({
  world
}) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Field report, rock pools');
  await submit(ilse, /^Submit round 1/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
  const odile = await world.as('odile', { at: '/marking' });
  await openFromList(odile, 'Field report');
  const remarks = odile.getByRole('complementary', { name: /^Remarks on/ }).first();
  await remarks.getByLabel('Or pick words in the text, or name them').fill('cold hands');
  await odile.keyboard.press('Enter');
  const box = odile.getByRole('textbox', { name: /^Remark: “cold hands”, sheet 1/ });
  const student = (await work(odile).innerText()).split(' ')[0] ?? '';
  await box.fill(`${student}, why cold?`);
  await remarks.getByText('Your phrases').click();
  await expect(remarks.getByText('None yet.')).toBeVisible();
  await remarks.getByRole('button', { name: 'Keep what stands above as a phrase' }).click();
  await expect(remarks.getByText('It is among your phrases now.')).toBeVisible();
  await expectAccessible(odile);
  await remarks.getByRole('button', { name: 'Keep the remark' }).click();
  await expect.poll(() => odile.evaluate(() => CSS.highlights.get('remarks')?.size ?? 0)).toBe(1);
  await remarks.getByRole('button', { name: 'Mark a part' }).click();
  const sheet = odile.locator('[data-sheet] canvas').first();
  await sheet.scrollIntoViewIfNeeded();
  const at = await sheet.boundingBox();
  if (!at) throw new Error('a sheet');
  await odile.mouse.move(at.x + 60, at.y + 40);
  await odile.mouse.down();
  await odile.mouse.move(at.x + 220, at.y + 90);
  await odile.mouse.up();
  await expect(remarks.getByText('On a part of sheet 1')).toBeVisible();
  await remarks.getByText('Your phrases').click();
  await remarks.getByRole('combobox', { name: /^Find a phrase/ }).fill('why');
  await odile.keyboard.press('Enter');
  await expect(remarks.getByRole('textbox', { name: /^Remark:/ })).toHaveValue(`${student}, why cold?`);
  await remarks.getByRole('button', { name: 'Keep the remark' }).click();
  await expect(remarks.getByRole('listitem').filter({ hasText: 'not returned yet' })).toHaveCount(2);
});

test('what was remarked is answered in its place, and stands with all remarks of the course', async ({ world }) => {
  const robin = await world.as('robin', { at: '/marking' });
  const ilse = await world.as('ilse');
  await openFromList(robin, 'Reading aloud.*Ilse Varga|Ilse Varga.*Reading aloud');
  await robin.getByRole('button', { name: 'Look at reading-aloud.webm here' }).click();
  await robin.getByRole('button', { name: 'Remark on all of it' }).first().click();
  await robin.getByRole('textbox', { name: 'Remark: On all of it' }).fill('Slower at the end.');
  await robin.getByRole('button', { name: 'Keep the remark' }).click();
  await expect(robin.getByText('not returned yet')).toBeVisible();
  await robin.getByLabel('Remark on the whole').fill('Once more, slower.');
  await robin.getByRole('button', { name: 'Ask for another round' }).click();
  await robin.waitForURL(/returned=/);
  await openFromList(ilse, 'Reading aloud');
  await ilse.getByRole('button', { name: /^On all of it/ }).click();
  await ilse.getByRole('button', { name: 'Answer this remark' }).click();
  await ilse.getByRole('textbox', { name: 'Your answer to this remark' }).fill('By how much?');
  await ilse.getByRole('button', { name: 'Send this answer' }).click();
  await expect(ilse.getByRole('list', { name: 'Said to this remark' })).toContainText('By how much?');
  await ilse.getByRole('link', { name: 'Sea Stories', exact: true }).first().click();
  await ilse.getByRole('link', { name: 'Remarks', exact: true }).click();
  await expect(ilse.getByText('Slower at the end.')).toBeVisible();
  await expectAccessible(ilse);
});

test('the board as a teacher, as a student, as a classmate; and as CSV', async ({ world }) => {
  const odile = await world.as('odile', { at: '/courses/tidal-ecology/board' });
  const board = odile.getByRole('region', { name: 'The board' });
  await expect(board.getByRole('rowheader', { name: 'Ilse Varga' })).toBeVisible();
  await odile.getByRole('button', { name: 'With you' }).click();
  await expect(board.getByRole('rowheader', { name: 'Ilse Varga' })).toHaveCount(0);
  await odile.getByRole('button', { name: 'Everything' }).click();
  await expectAccessible(odile);
  const table = await odile.request.get(
    `${world.url}${await odile.getByRole('link', { name: 'As CSV' }).getAttribute('href')}`
  );
  expect(await table.text()).toContain('Student,');
  await odile.getByRole('button', { name: 'Open it to the class' }).click();
  await expect(odile.getByRole('button', { name: 'Close it to the class' })).toBeVisible();

  const ilse = await world.plain('ilse', '/courses/tidal-ecology/board');
  await expect(ilse.getByRole('rowheader')).toHaveText(['You']);
  await ilse.getByText(/^What the class sees of yours: 0 of/).click();
  await ilse.getByRole('button', { name: /^Show where it stands.*Field report/ }).click();
  await expect(ilse.getByText(/^What the class sees of yours: 1 of/)).toBeVisible();
  await expectAccessible(ilse);
  const teodor = await world.plain('teodor', '/courses/tidal-ecology/board');
  await expect(teodor.getByRole('rowheader', { name: 'Ilse Varga' })).toBeVisible();
  await expect(teodor.getByRole('row', { name: /Ilse Varga/ }).getByRole('img')).toHaveCount(1);
  await board
    .getByRole('row', { name: /Ilse Varga/ })
    .getByRole('link', { name: /With you|Not due|Overdue|Given back/ })
    .first()
    .click();
  await expect(odile).toHaveURL(/\/(marking|assignments)\//);
});

test('marks are fetched as a table, looked at line by line, and kept all together', async ({ world }) => {
  const odile = await world.plain('odile', '/marking');
  await openFromList(odile, 'Field report');
  await odile.getByRole('link', { name: 'The whole class' }).click();
  await odile.getByRole('link', { name: 'Marks as a table' }).click();
  const { bytes } = await odile.download(odile.getByRole('link', { name: 'The table as it is now' }));
  const [header = '', ...rows] = bytes.toString().replace('\uFEFF', '').trim().split('\n');
  const with_ = rows.filter((row) => row.trimEnd().endsWith('with you')).slice(0, 2);
  const account = with_.map((row) => row.split(',')[0] ?? '');
  const table = (points: string) => `account,points\n${account[0]},31\n${account[1]},${points}\n`;
  expect(header).toContain('account');
  await odile.getByLabel('Or what stands in it').fill(table('many'));
  await odile.getByRole('button', { name: 'Look at what it says' }).click();
  await expect(odile.getByText('“many” is no number of points.')).toBeVisible();
  await expect(odile.getByRole('button', { name: /^Keep/ })).toHaveCount(0);
  await odile.getByLabel('Or what stands in it').fill(table('12'));
  await odile.getByRole('button', { name: 'Look at what it says' }).click();
  await expectAccessible(odile);
  await odile.getByRole('button', { name: 'Keep 2 marks' }).click();
  await odile.getByRole('link', { name: /^Field report/ }).click();
  const kept =
    'select m.points::float as points from marks m join packets p on p.id = m.packet_id where m.points in (31, 12) and p.assignment_id in (select id from assignments where title like $1) order by 1';
  expect(await world.sql(kept, ['Field report%'])).toEqual([{ points: 12 }, { points: 31 }]);
  const zip = await odile.download(odile.getByRole('link', { name: 'All works as one ZIP' }));
  expect(Object.keys((await JSZip.loadAsync(zip.bytes)).files).join()).toContain(', round 1/');
});

test('a teacher who is away is told on whose clocks a moment is given, and it is kept as that moment', async ({
  world
}) => {
  const odile = await world.plain('odile');
  await world.sql("update people set zone = 'America/St_Johns' where handle = 'odile'");
  await odile.goto(`${world.url}/marking`);
  await openFromList(odile, 'Field report');
  const later = odile.getByLabel('Return it at a set time');
  await expect(odile.getByText(/^Return it at a set time/)).toContainText('(on the clocks of Faroe)');
  await odile.getByLabel('Points of 40').fill('29');
  await later.fill('2027-03-20T18:00');
  const here = odile.url();
  await odile.getByRole('button', { name: 'Return as settled' }).click();
  const kept = async () => {
    const [mark] = await world.sql('select return_at from marks where return_at is not null');
    return mark ? new Date(String(mark.return_at)).toISOString() : null;
  };
  await expect.poll(kept).toBe('2027-03-20T18:00:00.000Z');
  await odile.goto(here);
  await expect(odile.getByText(/^Goes back by itself/)).toContainText('15:30 (St Johns)');
  await expectAccessible(odile);
});
