import { join } from 'node:path';
import type { Page } from '@playwright/test';
import { expect, expectAccessible, openFromList, submit, test } from './world';

const PICTURE = join(import.meta.dirname, '../../demo/files/scale-bar.jpg');

/** Opens the way of putting in one kind of part. */
async function openKind(page: Page, kind: string) {
  await page.locator('summary').filter({ hasText: kind }).first().click();
  return page.getByRole('region', { name: 'Put something in' });
}
const parts = (page: Page) => page.getByRole('list', { name: 'Parts of this page' }).locator('> li');

test('a portfolio from nothing to a submitted page, changed after, submitted again, seen by those whom it is shown to', async ({
  world
}) => {
  const ilse = await world.as('ilse', { viewport: { width: 360, height: 780 }, hasTouch: true, at: '/portfolios' });
  await expectAccessible(ilse);
  await ilse.getByLabel('Title of a new portfolio').fill('Knots and boats');
  await ilse.getByRole('button', { name: 'Begin it' }).click();
  await expect(ilse.getByRole('heading', { name: 'Nothing is published yet' })).toBeVisible();
  await ilse.getByRole('link', { name: 'First page' }).click();

  // On a phone: a text, a picture of the device, and both change places by a press.
  await openKind(ilse, 'Text');
  await ilse.getByLabel(/^Text/).locator('visible=true').fill('A bowline **holds** and comes undone.');
  await ilse.getByRole('button', { name: /^Put it in ?: Text$/ }).click();
  await expect(parts(ilse)).toHaveCount(1);
  await openKind(ilse, 'Picture');
  await ilse.getByLabel('Or a file of this device').locator('visible=true').setInputFiles(PICTURE);
  await ilse
    .getByLabel(/^Said below it/)
    .locator('visible=true')
    .fill('The gunwale, with its scale.');
  await expect(ilse.getByLabel('From your Shelf').locator('visible=true')).toContainText('scale-bar.jpg');
  await ilse.getByRole('button', { name: /^Put it in ?: Picture$/ }).click();
  await expect(parts(ilse)).toHaveCount(2);
  await expect(parts(ilse).last().getByRole('img', { name: 'The gunwale, with its scale.' })).toBeVisible();
  await ilse.getByRole('button', { name: /^Up ?: Picture$/ }).click();
  await expect(parts(ilse).first().getByRole('img')).toBeVisible();
  await expectAccessible(ilse);

  // Taken off, and back.
  await ilse.getByRole('button', { name: /^Take off ?: Text$/ }).click();
  await expect(parts(ilse)).toHaveCount(1);
  await ilse.getByRole('button', { name: 'Put it back' }).click();
  await expect(parts(ilse)).toHaveCount(2);

  // Into a packet as a copy, and on to the teacher.
  await ilse.goto(world.url);
  await openFromList(ilse, 'Build log, week by week');
  await ilse.getByRole('button', { name: 'Of a portfolio into Also' }).click();
  await ilse.getByLabel('Which').selectOption('Knots and boats: First page');
  await ilse.getByRole('button', { name: 'Take a copy' }).click();
  await expect(ilse.getByText('A copy of Knots and boats')).toBeVisible();
  await submit(ilse);

  // It goes on; the copy of the round stays, and another is one press.
  const url = ilse.url();
  await world.at('2027-03-10T15:31:00Z');
  await ilse.goto(`${world.url}/portfolios`);
  await ilse.getByRole('link', { name: 'Knots and boats' }).click();
  await ilse.getByRole('link', { name: 'First page' }).click();
  await openKind(ilse, 'What I achieved');
  await ilse
    .getByLabel(/^What you achieved/)
    .locator('visible=true')
    .fill('Six knots blindfolded; November');
  await ilse.getByRole('button', { name: /^Put it in ?: What I achieved$/ }).click();
  await expect(parts(ilse)).toHaveCount(3);
  await ilse.goto(url);
  await ilse
    .getByRole('button', { name: /^Revise/ })
    .first()
    .click();
  await ilse.getByRole('button', { name: 'Take a new copy of' }).click();
  await expect(ilse.getByRole('button', { name: 'Take a new copy of' })).toHaveCount(0);
  await submit(ilse);
  const copies = () =>
    world.sql(
      "select count(distinct sha256)::int as n from round_pieces where kind = 'portfolio' and name like 'First page%'"
    );
  await expect.poll(async () => (await copies())[0]?.n).toBe(2);
});

test('what is published is one thing and what is changed another, for a stranger, an employer, a classmate and the teacher', async ({
  world
}) => {
  const ilse = await world.plain('ilse');
  await expect(ilse.getByRole('link', { name: 'The shore, two winters' })).toBeVisible();
  await ilse.getByRole('link', { name: 'The shore, two winters' }).click();
  await expect(ilse.getByRole('heading', { name: 'One change that nobody sees yet' })).toBeVisible();
  await expectAccessible(ilse);
  const portfolio = ilse.url();

  // An employer, without scripts, by a clean address.
  const employer = await world.plain(null);
  const answer = await employer.goto(`${world.url}/shown/ilse-varga-shore`);
  expect(answer?.headers()['x-robots-tag']).toContain('noindex');
  await expect(employer.getByRole('heading', { level: 1 })).toHaveText('The shore, two winters');
  await expect(employer.getByText('What I would do next')).toHaveCount(0);
  const picture = employer.getByRole('img', { name: /Seven bands/ });
  const shown = await employer.request.get((await picture.getAttribute('src')) ?? '');
  expect(shown.headers()['content-type']).toMatch(/^image/);
  await employer.getByRole('link', { name: 'After the storm' }).click();
  await expect(employer.getByText('Lay a transect alone')).toBeVisible();

  // Side by side, then published.
  await ilse.getByRole('link', { name: 'See both side by side' }).click();
  await expect(ilse.getByRole('region', { name: 'As you have it now' })).toContainText('What I would do next');
  await expect(ilse.getByRole('region', { name: 'As it is published' })).not.toContainText('What I would do next');
  await expectAccessible(ilse);
  await ilse.getByRole('button', { name: 'Publish it as it is now' }).click();
  await expect(ilse.getByRole('heading', { name: 'All of it is published' })).toBeVisible();
  await employer.goto(`${world.url}/shown/ilse-varga-shore`);
  await expect(employer.getByText('What I would do next')).toBeVisible();

  // A classmate sees nothing; the teacher reads it and cannot change it.
  const id = portfolio.split('/').at(-1) ?? '';
  const teodor = await world.plain('teodor', null);
  expect((await teodor.goto(`${world.url}/portfolios/${id}/shown`))?.status()).toBe(404);
  const odile = await world.plain('odile', `/portfolios/${id}/shown`);
  await expect(odile.getByText('What I would do next')).toBeVisible();
  expect((await odile.goto(portfolio))?.status()).toBe(404);
  await ilse.getByRole('link', { name: 'See it as a visitor does' }).click();
  await ilse.getByLabel('Who comes by').selectOption('Somebody without a link');
  await ilse.getByRole('button', { name: 'Look' }).click();
  await expect(ilse.getByText('It is not open to them')).toBeVisible();

  // A link with a password, passed on after it was taken back.
  await ilse.goto(portfolio);
  await ilse.getByText('Make a link').click();
  await ilse.getByLabel('For whom').fill('Ferry office');
  await ilse.getByLabel('Password').fill('kelp and limpet');
  await ilse.getByRole('button', { name: 'Make it' }).click();
  const link = ilse.getByRole('listitem').filter({ hasText: 'Ferry office' });
  const address = (await link.getByRole('link').getAttribute('href')) ?? '';
  const stranger = await world.plain(null);
  await stranger.goto(world.url + new URL(address).pathname);
  await stranger.getByLabel('Password').fill('guess');
  await stranger.getByRole('button', { name: 'Show it' }).click();
  await expect(stranger.getByText('That is not the password.')).toBeVisible();
  await stranger.getByLabel('Password').fill('kelp and limpet');
  await stranger.getByRole('button', { name: 'Show it' }).click();
  await expect(stranger.getByRole('heading', { level: 1 })).toHaveText('The shore, two winters');
  await link.getByRole('button', { name: /^Take it back ?: Ferry office$/ }).click();
  await expect(link).toContainText('taken back');
  await stranger.reload();
  await expect(stranger.getByRole('heading', { level: 1 })).toHaveText('This link was taken back');

  // And out of Vendro.
  const folder = await ilse.download(ilse.getByRole('link', { name: 'As a folder of HTML' }));
  expect(folder.bytes.includes('page-2.html')).toBe(true);
});
