import type { Page } from '@playwright/test';
import type { Asked } from './plain/page';
import { expect, expectAccessible, holdScripts, openFromList, test } from './world';

const main = (page: Asked) => page.getByRole('main');

test('a brief says all that is asked, materials open in place, and steps tick themselves', async ({ world }) => {
  const ilse = await world.as('ilse', { work: 'Field report, rock pools' });
  await expect(main(ilse)).toContainText('40, 20 % of the grade');
  await expect(main(ilse)).toContainText('Each started day late costs 10 % of the points');
  await expect(main(ilse)).toContainText('exactly 1 piece; 800 to 1,200 words; named Varga Field report');
  await expect(main(ilse)).toContainText('1 of 3 done');
  for (const name of ['Shore key', 'The scale bar in use', 'Pool counts before', 'An outline to start from'])
    await main(ilse).locator('summary').filter({ hasText: name }).click();
  await expect(main(ilse).getByRole('spinbutton', { name: /Page/ })).toHaveValue('1');
  await expect(main(ilse).getByRole('columnheader', { name: 'species' })).toBeVisible();
  await expect(main(ilse)).toContainText('What the data cannot tell:');
  await expect(main(ilse)).toContainText('2 of 3 done');
  await main(ilse)
    .getByRole('checkbox', { name: /Sign out at the hut/ })
    .click();
  await expect(main(ilse)).toContainText('3 of 3 done');
  await ilse.reload();
  await expect(main(ilse).getByRole('checkbox', { name: /Sign out at the hut/ })).toBeChecked();
  await main(ilse)
    .getByRole('button', { name: /^Weighed, 12/ })
    .click();
  await expect(main(ilse)).toContainText('You see yourself at 12 of 40 points');
});

test('a class’s lost points are shown beside the rubric of returned work', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Quadrat count');
  await expect(main(ilse)).toContainText(/Where this class most often loses points: \d+ % here/);
  await expect(main(ilse)).toContainText('Counted from at least 5 returned works');
});

test('two hundred pages open at once and are paged through, fetching only what is looked at', async ({ world }) => {
  const amara = await world.as('ilse');
  let bytes = 0;
  amara.on('response', (response) => {
    if (response.url().includes('/files/materials/') && !response.url().endsWith('/look'))
      bytes += Number(response.headers()['content-length'] ?? 0);
  });
  await amara.goto(`${world.url}/courses/celestial-navigation`);
  await main(amara).getByText('The almanac').click();
  await openFromList(amara, 'Almanac extract, 200 pages');
  await expect(main(amara)).toContainText('of 200');
  const page = main(amara).getByRole('spinbutton', { name: /Page/ });
  await page.fill('150');
  await page.press('Enter');
  await expect(main(amara).getByRole('region', { name: 'Text of page 150' })).toContainText('Day 150');
  await main(amara).getByRole('button', { name: 'Page after' }).click();
  await expect(main(amara).getByRole('region', { name: 'Text of page 151' })).toContainText('Day 151');
  expect(bytes).toBeGreaterThan(0);
});

test('sound and film can be sought in', async ({ world }) => {
  const ilse = await world.as('ilse', { at: null });
  const come = await holdScripts(ilse);
  await ilse.goto(await world.addressOf('Reading log'));
  // What was opened before the scripts came stays open.
  await main(ilse).locator('summary').filter({ hasText: 'The bell' }).click();
  come();
  const bell = main(ilse).getByLabel('The bell in chapter four');
  await expect(bell).toBeVisible();
  await expect.poll(() => bell.evaluate((sound: HTMLAudioElement) => Math.round(sound.duration))).toBe(3);
  await bell.evaluate((sound: HTMLAudioElement) => (sound.currentTime = 2));
  await expect.poll(() => bell.evaluate((sound: HTMLAudioElement) => !sound.seeking && sound.currentTime)).toBe(2);
});

test('a teacher writes an assignment with a live preview; students see it when it is set', async ({ world }) => {
  const odile = await world.as('odile', { at: '/courses/tidal-ecology/set' });
  await odile.getByRole('textbox', { name: 'Title', exact: true }).fill('Seaweed press');
  // In the editor, by its buttons; then as the text that it is kept as.
  const brief = odile.getByRole('textbox', { name: 'Brief' });
  await brief.click();
  await odile.getByRole('button', { name: 'Heading', exact: true }).click();
  await brief.pressSequentially('Press it');
  await brief.press('Enter');
  await brief.pressSequentially('Use ');
  await odile.getByRole('button', { name: 'Bold' }).click();
  await brief.pressSequentially('blotting paper');
  await odile.getByRole('button', { name: 'Write it as text' }).click();
  await expect(brief).toHaveValue(/## Press it\n\nUse \*\*blotting paper\*\*/);
  await brief.fill(`${await brief.inputValue()}\n\n<script>alert(1)</script>`);
  const preview = odile.getByRole('region', { name: 'As students see it' });
  await expect(preview.getByRole('heading', { name: 'Press it' })).toBeVisible();
  await expect(preview).not.toContainText('alert');
  await odile.getByLabel(/^Points/).fill('12');
  // What is written keeps itself: the page is loaded again before anything is set.
  await expect(odile.getByText(/All of it is kept/)).toBeVisible();
  await odile.reload();
  await expect(odile.getByText(/This is what you had written/)).toBeVisible();
  await expect(odile.getByRole('textbox', { name: 'Title', exact: true })).toHaveValue('Seaweed press');
  await odile.getByRole('group', { name: 'Due: often meant' }).getByRole('button', { name: 'In two weeks' }).click();
  await odile.getByLabel('Due', { exact: true }).fill('2027-03-19T18:00');
  await odile.getByRole('button', { name: 'Add an item' }).click();
  await odile.getByLabel('What to do').fill('Label the sheet.');
  await odile.getByRole('button', { name: 'Set it' }).click();
  await expect(odile.getByRole('heading', { level: 1 })).toHaveText('Seaweed press');
  const ilse = await world.plain('ilse');
  await openFromList(ilse, 'Seaweed press');
  await expect(main(ilse)).toContainText('Fri 19 Mar, 18:00');
  await expect(main(ilse).getByRole('checkbox', { name: 'Label the sheet.' })).toBeVisible();
  await expect(main(ilse)).toContainText('0 used of 3');
});

test('what is written in two windows is never lost to the other one; without a line the page says so', async ({
  world
}) => {
  const one = await world.as('odile', { at: '/courses/tidal-ecology/set' });
  const title = (page: Page) => page.getByRole('textbox', { name: 'Title', exact: true });
  const kept = (page: Page) => page.getByText(/All of it is kept/);
  await expect(one.getByRole('toolbar')).toBeVisible();
  await title(one).fill('In the first window');
  await expect(kept(one)).toBeVisible();
  const two = await one.context().newPage();
  await two.goto(`${world.url}/courses/tidal-ecology/set`);
  await expect(two.getByRole('toolbar')).toBeVisible();
  await expect(title(two)).toHaveValue('In the first window');
  await title(two).fill('In the second window');
  await expect
    .poll(() => world.sql("select draft->>'title' as title from unfinished_assignments"))
    .toEqual([{ title: 'In the second window' }]);
  await title(one).fill('In the first window again');
  await expect(one.getByText(/in another window since/)).toBeVisible();
  await one.getByRole('button', { name: 'Keep this one' }).click();
  await expect(kept(one)).toBeVisible();
  await one.context().setOffline(true);
  await title(one).fill('Without a line');
  await expect(one.getByText(/The line is down/)).toBeVisible();
  await one.context().setOffline(false);
  await expect(kept(one)).toBeVisible();
  await expect
    .poll(() => world.sql("select draft->>'title' as title from unfinished_assignments"))
    .toEqual([{ title: 'Without a line' }]);
  await expectAccessible(one);
  await one.reload();
  await one.getByRole('button', { name: 'Begin anew' }).click();
  await expect(title(one)).toHaveValue('');
});

test('changing a date after students have begun says whom it concerns, and tells them', async ({ world }) => {
  const odile = await world.as('odile', { at: '/courses/tidal-ecology' });
  await openFromList(odile, 'Field report');
  await odile.getByRole('link', { name: 'Change this assignment' }).click();
  await expect(odile.getByRole('heading', { level: 1 })).toContainText('Change Field report');
  await odile.getByLabel('Due', { exact: true }).fill('2027-03-12T18:00');
  await odile.getByRole('button', { name: 'Keep the changes' }).click();
  await expect(odile.getByRole('alert').first()).toContainText(/The dates change for \d+ students who have begun/);
  await odile.getByRole('button', { name: 'Change it and tell them' }).click();
  await expect(odile.getByRole('heading', { level: 1 })).not.toContainText('Change');
  await expect(main(odile)).toContainText('Fri 12 Mar, 18:00');
  const ilse = await world.plain('ilse');
  await expect(
    main(ilse)
      .getByRole('link', { name: /Field report/ })
      .first()
  ).toContainText('Fri 12 Mar, 18:00');
  await ilse.goto(`${world.url}/outbox`);
  await expect(main(ilse)).toContainText('Changed: Field report');
});

test('the outline is rearranged by keyboard, and a notice reaches every Desk', async ({ world }) => {
  const odile = await world.as('odile', { at: '/courses/tidal-ecology' });
  const up = odile.getByRole('button', { name: 'Move Field report, rock pools after the storm up' });
  await expect(up).toBeEnabled();
  await up.press('Enter');
  await expect(odile.getByRole('status').filter({ hasText: 'is now number 1' })).toBeAttached();
  const ilse = await world.plain('ilse', '/courses/tidal-ecology');
  const items = main(ilse).getByRole('listitem');
  await expect(items.filter({ hasText: 'Field report' }).first()).toBeVisible();
  const order = await items.allInnerTexts();
  expect(order.findIndex((text) => text.includes('Field report'))).toBeLessThan(
    order.findIndex((text) => text.includes('Quadrat count'))
  );
  await odile.getByRole('link', { name: 'Give a notice' }).click();
  await odile.getByRole('textbox', { name: 'Title', exact: true }).fill('Fog tomorrow');
  await odile.getByLabel('What you want to say').fill('We stay in.');
  await odile.getByRole('button', { name: 'Give the notice' }).click();
  await expect(odile).toHaveURL(/\/notices\/[0-9a-f-]{36}/);
  await ilse.goto(`${world.url}/desk`);
  await openFromList(ilse, 'Fog tomorrow');
  await expect(main(ilse)).toContainText('We stay in.');
  await ilse.getByRole('textbox', { name: 'Say it to everyone' }).fill('Then I bring the lamp.');
  await ilse.getByRole('button', { name: /^Say it to all \d+$/ }).click();
  await expect(main(ilse).getByRole('listitem').filter({ hasText: 'Then I bring the lamp.' })).toBeVisible();
  await expect(main(odile)).toContainText('We stay in.');
  await odile.reload();
  await expect(main(odile)).toContainText('Then I bring the lamp.');
});
