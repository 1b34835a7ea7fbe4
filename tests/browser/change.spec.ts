import type { Page } from '@playwright/test';
import { addFiles } from './gathering';
import type { Asked } from './plain/page';
import { expect, expectAccessible, file, openFromList, submit, test } from './world';

const bar = (page: Asked) => page.getByRole('complementary', { name: 'Where it stands' });
const rounds = (page: Asked) => page.getByRole('region', { name: 'Rounds' });
const roundOf = (page: Asked, no: number) =>
  rounds(page)
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: `Round ${no}`, exact: true }) });
async function put(page: Page, place: string, name: string, content: string): Promise<void> {
  // Files that are chosen before the page's script stands wait for nobody.
  await expect(page.getByRole('button', { name: `From the Shelf into ${place}` })).toBeEnabled();
  await page.getByLabel(`Add files to ${place}`).setInputFiles(file(name, content));
  await expect(page.getByRole('button', { name: `Remove ${name}` })).toBeVisible();
}
async function takeOut(page: Asked, name: string): Promise<void> {
  await page.getByRole('button', { name: `Remove ${name}` }).click();
  await expect(page.getByRole('button', { name: `Remove ${name}` })).toHaveCount(0);
}

test('the whole life with three rounds: notes, another round, comparing, using earlier pieces again, settled', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  await put(ilse, 'Diagram', 'zones.txt', 'Pelvetia above the line, Laminaria far below it.');
  await ilse.getByLabel('A note that travels with round 1').fill('The scale is still missing.');
  await submit(ilse, 'Submit round 1: 1 piece');
  await expect(roundOf(ilse, 1)).toContainText('The scale is still missing.');

  // What was submitted can be seen exactly as the teacher sees it.
  await roundOf(ilse, 1).getByRole('link', { name: 'As your teacher sees it' }).click();
  await expect(ilse.getByText('This is exactly what your teacher sees of it.')).toBeVisible();
  await expect(ilse.getByRole('link', { name: 'zones.txt' })).toBeVisible();
  await expectAccessible(ilse);
  await ilse.goBack();

  const odile = await world.plain('odile');
  await odile.getByRole('link', { name: /Ilse Varga.*Zonation diagram/s }).click();
  await expect(odile.getByText('The scale is still missing.')).toBeVisible();
  await odile.getByLabel('Points of 15').fill('9');
  await odile.getByLabel('Remark on the whole').fill('Add the scale.');
  await odile.getByRole('button', { name: 'Ask for another round' }).click();
  await expect(odile.getByRole('heading', { level: 1 })).not.toHaveText('Ilse Varga');

  await expect(bar(ilse)).toContainText('Back with you: another round asked');
  await takeOut(ilse, 'zones.txt');
  await put(ilse, 'Diagram', 'zones.txt', 'Pelvetia above the line, Laminaria just below it. Scale 1 to 50.');
  await submit(ilse, 'Submit round 2: 1 piece');
  await expect(bar(ilse)).toContainText('Round 2 received');

  await roundOf(ilse, 2).getByRole('link', { name: 'Compare with round 1' }).click();
  await ilse.getByRole('button', { name: 'Show what changed in zones.txt' }).click();
  const changed = ilse.getByRole('region', { name: 'What changed in zones.txt' });
  await expect(changed.getByRole('deletion')).toHaveText(['far']);
  await expect(changed.getByRole('insertion').first()).toHaveText('just');
  await expect(ilse.getByRole('status')).toHaveText('5 words new, 1 word gone');
  await expectAccessible(ilse);
  const comparison = new URL(ilse.url()).pathname;
  await odile.goto(`${world.url}${comparison}?beside=1`);
  await expect(odile.getByText('zones.txt').first()).toBeVisible();

  await ilse.goBack();
  await ilse.getByRole('button', { name: 'Revise round 2' }).click();
  await expect(bar(ilse)).toContainText('With your teacher, while you revise');
  await roundOf(ilse, 1).getByText('Use its pieces again …').click();
  await roundOf(ilse, 1)
    .getByRole('button', { name: /Put the whole round back/ })
    .click();
  await expect(ilse.getByRole('region', { name: 'Packet' }).getByText('48 bytes')).toBeVisible();
  await submit(ilse, 'Submit round 3: 1 piece');
  await expect(bar(ilse)).toContainText('Round 3 received');
  await odile.goto(`${world.url}/marking`);
  await odile.getByRole('link', { name: /Ilse Varga.*Zonation diagram/s }).click();
  await odile.getByLabel('Points of 15').fill('14');
  await odile.getByRole('button', { name: 'Return as settled' }).click();
  await expect(bar(ilse)).toContainText('Settled: returned');
});

test('one round only says so, and is asked back with a reason once marking has begun', async ({ world }) => {
  await world.sql("update assignments set allowance = 1 where title like 'Zonation diagram%'");
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Zonation diagram');
  await addFiles(ilse, 'Diagram', file('wrong.txt', 'a shopping list'));
  await expect(bar(ilse)).toContainText('The last round you have');
  await submit(ilse, 'Submit round 1 of 1: 1 piece');
  await expect(ilse.getByText('There is no round left to submit, so what stands now has to stay.')).toBeVisible();

  const odile = await world.plain('odile');
  await odile.getByRole('link', { name: /Ilse Varga.*Zonation diagram/s }).click();
  await odile.getByLabel('Points of 15').fill('1');
  await odile.getByRole('button', { name: 'Keep for later' }).click();
  await expect(ilse.getByText('Marking of this round has begun.').first()).toBeVisible();
  await ilse.getByLabel('Why you want it back').fill('That was a shopping list.');
  await ilse.getByRole('button', { name: 'Ask for round 1 back' }).click();
  await expect(ilse.getByText('You asked for round 1 back')).toBeVisible();

  const asked = odile.getByRole('region', { name: 'The student asks for round 1 back' });
  await expect(asked).toContainText('That was a shopping list.');
  await expectAccessible(odile);
  await asked.getByRole('button', { name: 'Hand it back' }).click();
  await expect(bar(ilse)).toContainText('With you: your teacher has nothing');
  await takeOut(ilse, 'wrong.txt');
  await addFiles(ilse, 'Diagram', file('zones.txt', 'Pelvetia above.'));
  await submit(ilse, 'Submit round 2 of 2: 1 piece');
  await expect(bar(ilse)).toContainText('Round 2 received');
});

test.describe('taken back while the due moment passes', () => {
  for (const [what, asks] of [
    ['nothing comes back by itself, and it is said before that', false],
    ['the round stands again where the course allows it and the student asked for it', true]
  ] as const)
    test(what, async ({ world }) => {
      await world.sql("update assignments set stands_again = true where title like 'Zonation diagram%'");
      const ilse = await world.plain('ilse');
      await openFromList(ilse, 'Zonation diagram');
      await addFiles(ilse, 'Diagram', file('zones.txt', 'Pelvetia above.'));
      await submit(ilse, 'Submit round 1: 1 piece');
      await ilse.getByText('Take round 1 back …').click();
      if (asks) await ilse.getByLabel(/round 1 shall stand again/).check();
      await ilse.getByRole('button', { name: 'Take round 1 back', exact: true }).click();
      await expect(bar(ilse)).toContainText('your teacher has nothing');

      const due = await world.dueAt('Zonation diagram');
      await world.at(new Date(due - 2 * 3_600_000).toISOString());
      await ilse.goto(`${world.url}/tidings`);
      await expect(ilse.getByRole('link', { name: /Your teacher has nothing of Zonation diagram/ })).toBeVisible();
      await world.at(new Date(due + 20 * 60_000).toISOString());
      await ilse.goto(`${world.url}/desk`);
      await openFromList(ilse, 'Zonation diagram');
      await expect(bar(ilse)).toContainText(asks ? 'With your teacher, while you revise' : 'your teacher has nothing');
      const odile = await world.plain('odile');
      await expect(odile.getByRole('link', { name: /Ilse Varga.*Zonation diagram/s })).toHaveCount(asks ? 1 : 0);
    });
});

test('work without pieces: finished with a note, or handed over in person on the teacher’s word', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Zonation diagram');
  await ilse.getByText('There is nothing to add here').click();
  await ilse.getByLabel('Say when and where').fill('In the wet lab, on Monday');
  await ilse.getByRole('button', { name: 'Tell my teacher' }).click();
  await expect(ilse.getByText('You say that you handed this over in person.')).toBeVisible();
  await expect(bar(ilse)).toContainText('With you: not started');

  const odile = await world.plain('odile', '/tidings');
  await odile.getByRole('link', { name: /Ilse Varga says that they handed Zonation diagram.* over in person/ }).click();
  const line = odile.getByRole('row').filter({ hasText: 'In the wet lab, on Monday' });
  await line.getByRole('button', { name: /It was not/ }).click();
  await expect(ilse.getByText('You say that you handed this over in person.')).toHaveCount(0);

  await ilse.getByText('There is nothing to add here').click();
  await ilse.getByLabel(/Say how/).fill('Drawn on the board with Maren.');
  await ilse.getByLabel('I know that my teacher gets this note and no pieces').check();
  await ilse.getByRole('button', { name: 'Submit round 1 without pieces' }).click();
  await expect(roundOf(ilse, 1)).toContainText('Declared finished, without pieces.');
  await expect(bar(ilse)).toContainText('With your teacher');
});

test('the student says which round counts, where the teacher lets them choose', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'A page in a borrowed voice');
  await expect(roundOf(ilse, 2)).toContainText('Standing: your teacher has this one');
  await roundOf(ilse, 1).getByRole('button', { name: 'Let round 1 count' }).click();
  await expect(roundOf(ilse, 1)).toContainText('Standing: your teacher has this one');
  await expect(roundOf(ilse, 2)).toContainText('Replaced by a later round');
});

test('a line that breaks while the page reads itself anew takes nothing of what is written there', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  await put(ilse, 'Diagram', 'zones.txt', 'Pelvetia above.');
  const note = ilse.getByLabel('A note that travels with round 1');
  await note.fill('Written on the ferry.');
  await ilse.route('**/__data.json*', (route) => route.abort('internetdisconnected'));
  const broken = ilse.waitForEvent('requestfailed', (request) => request.url().includes('__data.json'));
  const other = await ilse.context().newPage();
  await other.goto(ilse.url());
  await put(other, 'Diagram', 'scale.txt', 'One to two hundred.');
  await broken;
  await expect(note).toHaveValue('Written on the ferry.');
  await ilse.unroute('**/__data.json*');
  await expect(ilse.getByRole('button', { name: 'Remove scale.txt' })).toBeVisible();
  await expect(note).toHaveValue('Written on the ferry.');
});

test('submit pressed offline is said to have failed, keeps everything, and makes one round once the line is back', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Zonation diagram' });
  await put(ilse, 'Diagram', 'zones.txt', 'Pelvetia above.');
  await ilse.getByLabel('A note that travels with round 1').fill('Written on the ferry.');
  await ilse.context().setOffline(true);
  await submit(ilse, 'Submit round 1: 1 piece');
  await expect(ilse.getByText(/could not be reached/)).toBeVisible();
  // A link leads nowhere now, and takes nothing away.
  await ilse.getByRole('link', { name: 'Courses' }).click();
  await expect(ilse.getByText('this page stays open')).toBeVisible();
  await ilse.getByRole('link', { name: 'Search', exact: true }).click();
  const unfetched = ilse.getByRole('alert').filter({ hasText: 'The search could not be fetched just now' });
  await expect(unfetched).toBeVisible();
  await ilse.getByLabel('A note that travels with round 1').press('End');
  await ilse.keyboard.type(' Late.');
  await unfetched.getByRole('button', { name: 'Close' }).click();
  await expect(ilse.getByLabel('A note that travels with round 1')).toHaveValue('Written on the ferry. Late.');
  await ilse.context().setOffline(false);
  await expect(ilse.getByText('this page stays open')).toBeHidden();
  await submit(ilse, 'Submit round 1: 1 piece');
  await expect(roundOf(ilse, 1)).toContainText('Written on the ferry.');
  expect(
    await world.sql(
      "select no from rounds r join packets p on p.id = r.packet_id join assignments a on a.id = p.assignment_id join people s on s.id = p.party_id where a.title like 'Zonation diagram%' and s.handle = 'ilse'"
    )
  ).toEqual([{ no: 1 }]);
});
