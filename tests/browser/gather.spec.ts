import { photograph } from './gathering';
import { expect, openFromList, submit, test } from './world';

test('a piece is looked at in place, named as the brief wants, moved and noted; the teacher reads it all', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
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

test('pieces are dragged into another order by their grips, once a pointer has come near', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const main = ilse.getByRole('main');
  await ilse
    .getByLabel('Add files to Photographs')
    .setInputFiles([await photograph('a.jpg'), await photograph('bb.jpg')]);
  const [grip, below] = [main.getByLabel('Drag a.jpg'), main.getByLabel('Drag bb.jpg')];
  await below.scrollIntoViewIfNeeded();
  await grip.hover();
  await expect(grip).toHaveAttribute('tabindex', '0');
  const [from, to] = [await grip.boundingBox(), await below.boundingBox()];
  if (!from || !to) throw new Error('nothing to hold');
  await ilse.mouse.down();
  await ilse.mouse.move(from.x + 8, from.y + 16, { steps: 5 });
  await ilse.mouse.move(to.x + 8, to.y + 30, { steps: 15 });
  // What is dragged is hidden where it would come to stand.
  const names = () => main.getByRole('link', { name: /^(a|bb)\.jpg$/, includeHidden: true }).allTextContents();
  await expect.poll(names).toEqual(['bb.jpg', 'a.jpg']);
  const kept = ilse.waitForResponse((answer) => answer.url().includes('placePiece'));
  await ilse.mouse.up();
  await kept;
  await ilse.reload();
  await expect.poll(names).toEqual(['bb.jpg', 'a.jpg']);
});

test('what is being looked at when the connection breaks can be tried again', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  const main = ilse.getByRole('main');
  await expect(main.getByRole('button', { name: 'Look at pool-counts.csv here' })).toBeVisible();
  await ilse.context().setOffline(true);
  await main.getByRole('button', { name: 'Look at pool-counts.csv here' }).click();
  await expect(main.getByRole('alert')).toContainText('The connection broke');
  await ilse.context().setOffline(false);
  await main.getByRole('button', { name: 'Try again' }).click();
  await expect(main.getByRole('columnheader', { name: 'species' })).toBeVisible();
});
