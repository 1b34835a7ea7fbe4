import { addFiles } from './gathering';
import type { Asked } from './plain/page';
import { expect, expectAccessible, file, openFromList, submit, test } from './world';

const open = openFromList;
const bar = (page: Asked) => page.getByRole('complementary', { name: 'Where it stands' });

test('from set to settled: attach, submit, take back, submit again, mark, hear back', async ({ world }) => {
  const ilse = await world.as('ilse');
  await open(ilse, 'Zonation diagram');
  await expect(bar(ilse)).toContainText('With you: not started');
  await ilse.getByLabel('Add files to Diagram').setInputFiles(file('zonation.txt', 'Pelvetia above, Laminaria below.'));
  await expect(ilse.getByRole('link', { name: 'zonation.txt' })).toBeVisible();
  await expect(bar(ilse)).toContainText('With you: in progress');
  await submit(ilse, 'Submit round 1: 1 piece');
  await expect(bar(ilse)).toContainText('With your teacher');
  await expect(bar(ilse)).toContainText('Round 1 received Wed 10 Mar 15:20:00');

  await ilse.getByText('Take round 1 back …').click();
  await ilse.getByRole('button', { name: 'Take round 1 back', exact: true }).click();
  await expect(bar(ilse)).toContainText('With you: your teacher has nothing');
  await submit(ilse, 'Submit round 2: 1 piece');
  await expect(bar(ilse)).toContainText('Round 2 received');

  const odile = await world.plain('odile');
  await odile.getByRole('link', { name: /Ilse Varga.*Zonation diagram/s }).click();
  expect((await odile.download(odile.getByRole('link', { name: 'zonation.txt' }).first())).name).toBe('zonation.txt');
  await odile.getByLabel('Points of 15').fill('13,5');
  await odile.getByLabel('Remark on the whole').fill('The barnacle line is right.\nMind the scale.');
  await odile.getByRole('button', { name: 'Keep for later' }).click();
  await expect(odile.getByLabel('Points of 15')).toHaveValue('13.5');
  await ilse.reload();
  await expect(ilse.getByText('The barnacle line')).toHaveCount(0);
  // An open page of the assignment would show what comes back, and it would be read.
  await ilse.goto(`${world.url}/courses`);
  await odile.getByRole('button', { name: 'Return as settled' }).click();
  await expect(odile).toHaveURL(/\/marking\//);
  await expect(odile.getByRole('heading', { level: 1 })).not.toHaveText('Ilse Varga');

  await ilse.goto(`${world.url}/desk`);
  await expect(ilse.getByRole('main').getByRole('link', { name: /Zonation diagram/ })).toContainText('13.5 of 15');
  await open(ilse, 'Zonation diagram');
  await expect(ilse.getByText('The barnacle line is right.')).toBeVisible();
  await expect(bar(ilse)).toContainText('Settled: returned');
});

test('another round starts from the remark, with a new due moment', async ({ world }) => {
  const casper = await world.plain('casper', null);
  const ilse = await world.plain('ilse');
  await open(ilse, 'Build log');
  await expect(ilse.getByText('That day is the one I want to read about.')).toBeVisible();
  await expect(bar(ilse)).toContainText('Back with you: another round asked');
  await submit(ilse, 'Submit round 2: 2 pieces');
  await expect(bar(ilse)).toContainText('Round 2 received');
  await casper.goto(`${world.url}/marking`);
  await casper.getByRole('link', { name: /Ilse Varga.*Build log/s }).click();
  await casper.getByLabel('New due moment').fill('2027-03-19T18:00');
  await casper.getByLabel('Remark on the whole').fill('Nearly.');
  await casper.getByRole('button', { name: 'Ask for another round' }).click();
  await expect(casper.getByRole('heading', { level: 1 })).not.toHaveText('Ilse Varga');
  await ilse.reload();
  await expect(bar(ilse)).toContainText('Back with you: another round asked');
  await expect(ilse.getByRole('main').getByText('Fri 19 Mar, 18:00').first()).toBeVisible();
});

test('submit in two tabs at once makes one round, and both tabs know it', async ({ world }) => {
  const first = await world.plain('ilse');
  await open(first, 'Field report, rock pools');
  await expect(bar(first)).toContainText('in progress');
  const second = first.another();
  await second.goto(first.url());
  const press = (tab: Asked) =>
    bar(tab)
      .getByRole('button', { name: /^Submit round 1 of 3: 2 pieces$/ })
      .click();
  await Promise.all([press(first), press(second)]);
  for (const tab of [first, second]) await expect(bar(tab)).toContainText('With your teacher');
  const rounds = await world.sql(
    `select r.no from rounds r join packets p on p.id = r.packet_id join assignments a on a.id = p.assignment_id
     join party_members m on m.party_id = p.party_id join people s on s.id = m.person_id
     where a.title like 'Field report%' and s.handle = 'ilse'`
  );
  expect(rounds).toEqual([{ no: 1 }]);
});

test('take back and leave: the Desk keeps it on top and says that the teacher has nothing', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await open(ilse, 'Box plots');
  await ilse.getByText('Take round 1 back …').click();
  await ilse.getByRole('button', { name: 'Take round 1 back', exact: true }).click();
  await expect(bar(ilse)).toContainText('your teacher has nothing');
  await ilse.getByRole('link', { name: 'Desk' }).first().click();
  const needs = ilse.getByRole('region', { name: /Needs you now/ });
  await expect(needs.getByRole('link', { name: /Box plots/ })).toContainText('With you: your teacher has nothing');
  await expect(needs.getByRole('listitem').first()).toContainText('your teacher has nothing');
});

test('a late submit says what it costs before, and charges it after', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await open(ilse, 'Cleaning the tide gauge');
  await expect(bar(ilse)).toContainText('Overdue by 1 day 21 h');
  await expect(bar(ilse)).toContainText('Late: day 2, 20 % of the points are lost');
  await addFiles(ilse, 'Cleaned data', file('gauge.csv', 'time,height\n00:00,1.20\n'));
  await expect(ilse.getByRole('link', { name: 'gauge.csv' })).toBeVisible();
  await addFiles(ilse, 'What you changed', file('changes.txt', 'Two doubled readings removed.'));
  await expect(ilse.getByRole('link', { name: 'changes.txt' })).toBeVisible();
  await world.at('2027-03-10T18:00:01Z');
  await submit(ilse, 'Submit round 1: 2 pieces');
  await expect(ilse.getByText('Late by 2 days, keeps 70 % of the points')).toBeVisible();
  const lev = await world.plain('lev');
  await lev.getByRole('link', { name: /Ilse Varga.*Cleaning/s }).click();
  await lev.getByLabel('Points of 20').fill('20');
  await lev.getByRole('button', { name: 'Return as settled' }).click();
  await expect(lev.getByRole('heading', { level: 1 })).not.toHaveText('Ilse Varga');
  await ilse.reload();
  await expect(ilse.getByText('20 given. Late: −6, since 70 % of the points count')).toBeVisible();
});

test('another student’s packet is not there, neither its files nor its marking', async ({ world }) => {
  const [piece] = await world.sql(
    `select f.id, f.packet_id from round_pieces f join packets p on p.id = f.packet_id
     join party_members m on m.party_id = p.party_id join people s on s.id = m.person_id where s.handle = 'ilse' limit 1`
  );
  const teodor = await world.plain('teodor', null);
  for (const path of [`/files/submitted/${String(piece?.id)}`, `/marking/${String(piece?.packet_id)}`]) {
    const answer = await teodor.goto(world.url + path);
    expect(answer?.status()).toBe(404);
    await expect(teodor.getByRole('heading', { name: 'There is nothing here' })).toBeVisible();
    await expectAccessible(teodor);
  }
  const ilse = await world.plain('ilse', null);
  const answer = await ilse.request.get(`${world.url}/files/submitted/${String(piece?.id)}`);
  expect(answer.status()).toBe(200);
  expect(answer.headers()['content-disposition']).toMatch(/^attachment/);
  expect(answer.headers()['x-content-type-options']).toBe('nosniff');
  expect(answer.headers()['content-security-policy']).toContain('sandbox');
});

test('without JavaScript: sign in, attach, submit', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await open(ilse, 'Lines plan');
  await addFiles(ilse, 'Lines plan', file('lines.txt', 'Three views.'));
  await expect(ilse.getByRole('link', { name: 'lines.txt' })).toBeVisible();
  await submit(ilse, 'Submit round 1: 1 piece');
  await expect(bar(ilse)).toContainText('With your teacher');
  // A reload must send nothing again.
  await ilse.reload();
  await expect(ilse.getByRole('heading', { name: 'Round 1' })).toHaveCount(1);
});

test('files that cannot be taken say why, and nothing else is touched', async ({ world }) => {
  const ilse = await world.as('ilse');
  await open(ilse, 'Zonation diagram');
  const field = ilse.getByLabel('Add files to Diagram');
  await field.setInputFiles([file('empty.txt', ''), file('good.txt', 'good'), file('huge.txt', 'x'.repeat(3_300_000))]);
  await expect(ilse.getByRole('link', { name: 'good.txt' })).toBeVisible();
  await expect(ilse.getByRole('alert').filter({ hasText: 'empty.txt: That file is empty' })).toBeVisible();
  await expect(ilse.getByRole('alert').filter({ hasText: 'huge.txt: That file is larger than 3.1 MB' })).toBeVisible();
  await ilse.context().setOffline(true);
  await field.setInputFiles(file('late.txt', 'came late'));
  await expect(ilse.getByRole('listitem', { name: 'late.txt, on its way' })).toContainText('The connection is lost');
  await expect(ilse.getByRole('link', { name: 'good.txt' })).toBeVisible();
  await ilse.context().setOffline(false);
  await expect(ilse.getByRole('link', { name: 'late.txt' })).toBeVisible();
  await field.setInputFiles(file('<img src=x onerror=alert(1)>.txt', 'a name that means harm'));
  await expect(ilse.getByRole('link', { name: '<img src=x onerror=alert(1)>.txt' })).toBeVisible();
  await ilse.getByRole('button', { name: /^Remove <img/ }).click();
  await expect(ilse.getByRole('link', { name: /<img/ })).toHaveCount(0);
});

test('a teacher excuses, extends and accepts in person, each for one student', async ({ world }) => {
  const odile = await world.plain('odile');
  await odile.getByRole('link', { name: /Zonation diagram.*with you/s }).click();
  const teodor = odile.getByRole('row', { name: 'Teodor Brandt', exact: true });
  await teodor.getByRole('link', { name: 'For Teodor Brandt alone' }).click();
  const alone = odile.getByRole('cell', { name: 'Teodor Brandt alone' });
  await alone.getByLabel('New due moment').fill('2027-03-20T18:00');
  await alone.getByRole('button', { name: 'Extend' }).click();
  await expect(teodor.getByText('Extended', { exact: true })).toBeVisible();
  await teodor.getByRole('link', { name: 'For Teodor Brandt alone' }).click();
  await alone.getByRole('button', { name: 'Excuse from this' }).click();
  await expect(teodor.getByText('Settled: excused')).toBeVisible();
  await teodor.getByRole('link', { name: 'For Teodor Brandt alone' }).click();
  await alone.getByRole('button', { name: 'Ask for it after all' }).click();
  await teodor.getByRole('link', { name: 'For Teodor Brandt alone' }).click();
  await alone.getByLabel('Points of 15').fill('16');
  await alone.getByRole('button', { name: 'Accepted in person' }).click();
  await expect(odile.getByRole('alert')).toContainText('more points than this assignment gives');
  await teodor.getByRole('link', { name: 'For Teodor Brandt alone' }).click();
  await alone.getByLabel('Points of 15').fill('14');
  await alone.getByRole('button', { name: 'Accepted in person' }).click();
  await expect(teodor.getByText('14 of 15')).toBeVisible();
  await expectAccessible(odile);
});

test('a class is narrowed, sorted, and several of it are acted on at once', async ({ world }) => {
  const odile = await world.as('odile');
  await odile.getByRole('link', { name: /Zonation diagram.*with you/s }).click();
  const rows = odile.getByRole('row', { name: /^[A-Z]\S+ \S+$/ });
  await expect(rows).toHaveCount(30);
  await odile.getByRole('checkbox', { name: 'Choose Ilse Varga' }).check();
  await odile.getByRole('checkbox', { name: 'Choose Teodor Brandt' }).check();
  const several = odile.getByRole('form', { name: 'For all that are chosen' });
  await expect(several).toContainText('2 students chosen');
  await several.getByRole('button', { name: 'Excuse from this' }).click();
  await odile.getByRole('button', { name: /^Settled 2$/ }).click();
  await expect(rows).toHaveCount(2);
  await expect(odile.getByRole('row', { name: 'Ilse Varga', exact: true })).toContainText('Settled: excused');
  await odile.getByRole('button', { name: /^Everyone/ }).click();
  await odile.getByRole('button', { name: 'Student', exact: true }).click();
  await odile.getByRole('button', { name: 'Student', exact: true }).click();
  await expect(odile.getByRole('columnheader', { name: 'Student' })).toHaveAttribute('aria-sort', 'descending');
  await odile.getByRole('searchbox', { name: 'Find a student' }).fill('varga');
  await expect(rows).toHaveCount(1);
  await odile.getByRole('link', { name: 'For Ilse Varga alone' }).press('Enter');
  await expect(odile.getByRole('cell', { name: 'Ilse Varga alone', exact: true })).toContainText(
    'Ask for it after all'
  );
  await expectAccessible(odile);
});
