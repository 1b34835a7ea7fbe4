import { expect, file, openFromList, submit, test } from './world';

test('the student takes back while the teacher has it open: the teacher hears of it, and loses no word', async ({
  world
}) => {
  const robin = await world.as('robin');
  await robin.getByRole('link', { name: /Ilse Varga.*borrowed voice/s }).click();
  await robin.getByLabel('Points of 15').fill('12');
  await robin.getByLabel('Remark on the whole').fill('The borrowed voice is nearly yours.');
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'A page in a borrowed voice');
  await ilse.getByText('Take round 2 back …').click();
  await ilse.getByRole('radio', { name: /^Nothing/ }).check();
  await ilse.getByRole('button', { name: 'Take round 2 back', exact: true }).click();
  await expect(ilse.getByRole('complementary')).toContainText('your teacher has nothing');
  await robin.getByRole('button', { name: 'Return as settled' }).click();
  await expect(robin.getByRole('alert').first()).toContainText('Nothing stands with you here');
  await expect(robin.getByLabel('Remark on the whole')).toHaveValue('The borrowed voice is nearly yours.');
});

test('the teacher begins to mark while the student thinks about taking back: the student is told why not', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Box plots' });
  await ilse.getByText('Take round 1 back …').click();
  const lev = await world.plain('lev');
  await lev.getByRole('link', { name: /Ilse Varga.*Box plots/s }).click();
  await lev.getByLabel('Points of 10').fill('8');
  await lev.getByRole('button', { name: 'Keep for later' }).click();
  // Her page hears of it by itself.
  await expect(ilse.getByRole('main')).toContainText('Marking of this round has begun');
  await expect(ilse.getByRole('button', { name: 'Take round 1 back', exact: true })).toHaveCount(0);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
});

test('a session that ends in the middle leads to signing in, not to a blank page', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  await expect(ilse.getByRole('button', { name: /^Submit round 1/ })).toBeVisible();
  await world.sql('delete from sessions');
  await submit(ilse, /^Submit round 1/);
  await expect(ilse.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

test('the whole loop by thumb on a small screen, and declaring done', async ({ world }) => {
  const ilse = await world.as('ilse', { viewport: { width: 360, height: 740 }, hasTouch: true, isMobile: true });
  await ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Three-star fix/ })
    .tap();
  await ilse
    .getByLabel('Add files to Worked sights')
    .setInputFiles([file('sight-1.txt', 'Vega'), file('sight-2.txt', 'Altair')]);
  await expect(ilse.getByRole('link', { name: 'sight-2.txt' })).toBeVisible();
  await expect(ilse.getByRole('complementary')).toContainText('1 of 2 places still empty');
  await ilse.getByLabel('Add files to Plot').setInputFiles(file('plot.txt', 'A small cocked hat.'));
  await expect(ilse.getByRole('complementary')).toContainText('All 2 places are filled');
  await expect(ilse.getByRole('complementary')).toContainText('The last round you have');
  const foot = await ilse.getByRole('complementary', { name: 'Where it stands' }).boundingBox();
  expect(foot?.height).toBeLessThanOrEqual(96);
  await submit(ilse, 'Submit round 1: 3 pieces');
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  await ilse.getByRole('link', { name: 'Desk' }).first().tap();
  await ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Read the duty handbook/ })
    .tap();
  await ilse.getByRole('button', { name: 'I have done this' }).tap();
  await expect(ilse.getByRole('complementary')).toContainText('Settled: declared done');
  await ilse.getByRole('button', { name: 'It is not done after all' }).tap();
  await expect(ilse.getByRole('button', { name: 'I have done this' })).toBeVisible();
});

test('a closed assignment says so, and offers nothing that would be refused', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Quick check, medians/ })
    .click();
  await expect(ilse.getByRole('complementary')).toContainText('Closed: nothing was submitted');
  await expect(ilse.getByRole('button', { name: /Submit/ })).toHaveCount(0);
  await expect(ilse.getByLabel(/Add files/)).toHaveCount(0);
});

test('giving a revision up puts the standing round’s pieces back', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /A page in a borrowed voice/ })
    .click();
  await ilse.getByRole('button', { name: 'Remove borrowed-voice.pdf' }).click();
  await expect(ilse.getByRole('complementary')).toContainText('The packet is empty');
  await ilse.getByRole('button', { name: 'Give the revision up, keep round 2' }).click();
  await expect(ilse.getByRole('button', { name: 'Revise round 2' })).toBeVisible();
  await expect(ilse.getByRole('link', { name: 'borrowed-voice.pdf' })).toHaveCount(2);
});
