import { photograph } from './gathering';
import { expect, openFromList, submit, test } from './world';

test('a piece is looked at in place, named as the brief wants, moved and noted; the teacher reads it all', async ({
  world
}) => {
  const ilse = await world.as('ilse');
  await openFromList(ilse, 'Field report, rock pools');
  const main = ilse.getByRole('main');
  await main.getByRole('button', { name: 'Look at pool-counts.csv here' }).click();
  await expect(main.getByRole('columnheader', { name: 'species' })).toBeVisible();
  await main.getByRole('button', { name: 'Look at field-report-draft.docx here' }).click();
  await expect(main).toContainText('Before the storm the east shore held eleven pools');
  await main.getByRole('button', { name: 'Rename or move field-report-draft.docx' }).click();
  await main.getByRole('button', { name: 'Call it Varga Field report.docx, as the brief wants' }).click();
  await expect(main.getByRole('link', { name: 'Varga Field report.docx' })).toBeVisible();
  await main.getByLabel('A word beside it').fill('The last part is missing.');
  await main.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(main.getByText('The last part is missing.')).toBeVisible();

  await ilse
    .getByLabel('Add files to Photographs')
    .setInputFiles([await photograph('a.jpg'), await photograph('bb.jpg')]);
  await main.getByRole('button', { name: 'Rename or move bb.jpg' }).click();
  await main.getByRole('button', { name: 'Move bb.jpg up' }).press('Enter');
  await expect(main.getByRole('button', { name: 'Move bb.jpg up' })).toBeDisabled();
  await submit(ilse, /^Submit round 1/);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');

  const odile = await world.as('odile');
  await openFromList(odile, 'Ilse Varga.*Field report');
  const round = odile.getByRole('main');
  await expect(round).toContainText('The last part is missing.');
  await expect(round).toContainText('Before the storm the east shore held eleven pools');
  const order = await round.getByRole('link', { name: /^(a|bb)\.jpg$/ }).allInnerTexts();
  expect(order).toEqual(['bb.jpg', 'a.jpg']);
});

test('what is being looked at when the connection breaks can be tried again', async ({ world }) => {
  const ilse = await world.as('ilse');
  await openFromList(ilse, 'Field report, rock pools');
  const main = ilse.getByRole('main');
  await expect(main.getByRole('button', { name: 'Look at pool-counts.csv here' })).toBeVisible();
  await ilse.context().setOffline(true);
  await main.getByRole('button', { name: 'Look at pool-counts.csv here' }).click();
  await expect(main.getByRole('alert')).toContainText('The connection broke');
  await ilse.context().setOffline(false);
  await main.getByRole('button', { name: 'Try again' }).click();
  await expect(main.getByRole('columnheader', { name: 'species' })).toBeVisible();
});
