import type { Asked } from './plain/page';
import { expect, expectAccessible, submit, test } from './world';

const course = (page: Asked, name: string) => page.getByRole('region', { name });
const row = (page: Asked, title: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: new RegExp(`^${title}`) }) });

test('each row says where its work is, and why the grade is what it is can be read down to the sum', async ({
  world
}) => {
  const ilse = await world.plain('ilse', '/grades');
  for (const [title, state] of [
    ['Quadrat count', 'Came back'],
    ['Build log', 'Came back: do it again'],
    ['Scarf joint', 'Handed over in person: fine'],
    ['Box plots', 'With your teacher since'],
    ['Cleaning the tide gauge', 'Overdue, nothing there yet'],
    ['Essay, the sea', 'Taken back: your teacher has nothing'],
    ['Zonation diagram', 'Not due yet'],
    ['Six knots', 'With you, at your own pace'],
    ['Quick check', 'Closed: nothing was submitted'],
    ['Night watch', 'Excused']
  ] as const)
    await expect(row(ilse, title)).toContainText(state);
  await expectAccessible(ilse);
  await ilse.getByRole('link', { name: 'By due date' }).click();
  await expect(ilse).toHaveURL(/order=date/);
  await course(ilse, 'Tidal Ecology').getByRole('link', { name: /why/i }).click();
  await expect(ilse.getByRole('heading', { level: 1 })).toHaveText('Your grade in Tidal Ecology');
  await expect(ilse.getByRole('heading', { name: 'Why 15.5' })).toBeVisible();
  await expect(ilse.getByText('The points add up to 15.3 of 20, that is 76.5 %.')).toBeVisible();
  await expect(
    ilse.getByText('On the scale from 0 to 20 that is 15.3; rounded once, to halves, halves up: 15.5.')
  ).toBeVisible();
  await expectAccessible(ilse);
});

test('a wish is reached or out of reach, and what is supposed never leaves the page', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/grades/tidal-ecology', viewport: { width: 360, height: 740 } });
  const sent: string[] = [];
  ilse.on('request', (request) => request.method() !== 'GET' && sent.push(request.url()));
  const wish = ilse.getByLabel('The result that you wish for');
  await wish.fill('16');
  await expect(ilse.getByText(/With the same on each of what is open: \d+ %/)).toBeVisible();
  await wish.fill('20');
  await expect(ilse.getByText('It cannot be reached any more.')).toBeVisible();
  await wish.fill('2');
  await expect(ilse.getByText('That is certain already')).toBeVisible();
  await wish.fill('abc');
  await expect(ilse.getByText('This course has no such result')).toBeVisible();
  const slider = ilse.getByRole('slider', { name: /^Field report/ });
  await slider.focus();
  await ilse.keyboard.press('End');
  await expect(ilse.getByText(/If that came true: \d/)).toBeVisible();
  await expectAccessible(ilse);
  await ilse.getByRole('button', { name: 'Suppose nothing' }).click();
  await expect(ilse.getByText(/If that came true/)).toHaveCount(0);
  await slider.focus();
  await ilse.keyboard.press('End');
  await ilse.reload();
  await expect(ilse.getByRole('slider', { name: /^Field report/ })).toHaveAttribute(
    'aria-valuetext',
    'nothing supposed'
  );
  expect(sent).toEqual([]);
});

test('what came back to be done again is gone back into from the grades, and repaired', async ({ world }) => {
  const [ilse, casper] = [await world.plain('ilse', '/grades'), await world.plain('casper', null)];
  await expect(row(ilse, 'Build log')).toContainText('Another round can be handed in until');
  await row(ilse, 'Build log').getByRole('link', { name: 'Back into the work' }).click();
  await submit(ilse);
  await ilse.goto(`${world.url}/grades`);
  await expect(row(ilse, 'Build log')).toContainText('With your teacher since');
  await casper.goto(`${world.url}/marking`);
  await casper
    .getByRole('main')
    .getByRole('link', { name: /^Ilse Varga.*Build log/s })
    .first()
    .click();
  await casper.getByRole('button', { name: /^Passed/ }).click();
  await expect(row(ilse, 'Build log')).toContainText('Came back, passed');
});

test('a teacher corrects a cell by keyboard, tries a scheme, says a result, and the office confirms the results', async ({
  world
}) => {
  const [lev, petra] = [
    await world.as('lev', { at: '/courses/field-statistics/grades' }),
    await world.plain('petra', null)
  ];
  const grid = lev.getByRole('grid', { name: 'Grade book' });
  await expect(grid).toBeVisible();
  await expectAccessible(lev);
  const teodor = grid.getByRole('row', { name: /Teodor Brandt/ });
  await expect(teodor).toContainText('80.5 %');
  // The keyboard goes from cell to cell; Enter opens one.
  await grid.locator('td[tabindex="0"]').focus();
  await lev.keyboard.press('ArrowRight');
  await lev.keyboard.press('ArrowDown');
  await expect(grid.locator('td:focus')).toHaveAttribute('data-at', '1');
  await teodor.locator('td[data-at="0"]').click();
  const points = lev.getByLabel(/^Points for round 1/);
  await expect(points).toHaveValue('13.5');
  await points.fill('99');
  await lev.keyboard.press('Enter');
  await expect(lev.getByRole('alert')).toContainText('more points than this assignment gives');
  await points.fill('20');
  await lev.keyboard.press('Enter');
  await expect(teodor.locator('td[data-at="0"]')).toContainText('20');
  await expect(teodor).not.toContainText('80.5 %');

  await lev.getByRole('link', { name: 'How it counts' }).click();
  await lev.getByLabel('Weight', { exact: true }).first().fill('10');
  await lev.getByRole('button', { name: 'Try it on the class' }).click();
  await expect(lev.getByRole('heading', { name: /students? would move/ })).toBeVisible();
  await expect(lev.getByLabel('Weight', { exact: true }).first()).toHaveValue('10');
  await expectAccessible(lev);
  await lev.getByRole('button', { name: 'Put it in force' }).click();
  await expect(lev.getByRole('status').filter({ hasText: 'The scheme holds' })).toBeVisible();

  await lev.getByRole('link', { name: 'Grade book' }).first().click();
  await lev.getByRole('link', { name: 'Teodor Brandt' }).click();
  await lev.getByLabel('A result in place of the reckoning').fill('91');
  await lev.getByLabel('Why', { exact: false }).fill('His gauge was lost in the storm.');
  await lev.getByRole('button', { name: 'Keep this result' }).click();
  await expect(lev.getByText('set by Dr Lev Anand')).toBeVisible();
  await lev.getByRole('link', { name: 'Grade book' }).first().click();
  await expect(grid.getByRole('row', { name: /Teodor Brandt/ })).toContainText('91 %');
  await lev.getByRole('button', { name: 'Send the final results' }).click();
  await expect(lev.getByText('waits for the office')).toBeVisible();

  await petra.goto(`${world.url}/school/results`);
  await expectAccessible(petra);
  await petra.getByRole('button', { name: /The register has it/ }).click();
  await expect(petra.getByText(/^Confirmed by Ms Petra Holm/)).toBeVisible();
  const teodors = await world.as('teodor', { at: '/grades/field-statistics' });
  await expect(teodors.getByText('His gauge was lost in the storm.').first()).toBeVisible();
});
