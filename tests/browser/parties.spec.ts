import type { Page } from '@playwright/test';
import { expect, expectAccessible, file, submit, test } from './world';

const open = async (page: Page, url: string) => {
  await page.goto(`${url}/courses/boatyard-workshop`);
  await page
    .getByRole('main')
    .getByRole('link', { name: /^Lines plan of the skiff/ })
    .first()
    .click();
  await expect(page.getByRole('heading', { name: 'Together: Skiff, port side' })).toBeVisible();
};
const looked = (page: Page, name: string) =>
  page.getByRole('region', { name: 'Together: Skiff, port side' }).getByRole('listitem').filter({ hasText: name });

test('three share a packet: what one puts in all have, who has not looked is said, one submits, another takes back', async ({
  world
}) => {
  const ilse = await world.as('ilse');
  const teodor = await world.as('teodor', { viewport: { width: 360, height: 780 }, hasTouch: true });
  await open(ilse, world.url);
  await open(teodor, world.url);
  await ilse.getByLabel('Add files to Lines plan').setInputFiles(file('lines.pdf', '%PDF-1.4 lines of the skiff'));
  await expect(ilse.getByRole('link', { name: 'lines.pdf' })).toBeVisible();
  await expect(teodor.getByRole('link', { name: 'lines.pdf' })).toBeVisible();
  await expectAccessible(teodor);

  // Without a line nothing is said to the others; with one it is, and Ilse reads it where she is.
  await teodor.context().setOffline(true);
  await teodor.getByRole('button', { name: 'I have looked at it as it is' }).click();
  await expect(teodor.getByText('The server could not be reached just now.')).toBeVisible();
  await expect(looked(ilse, 'Teodor')).toContainText('has not looked at it yet');
  await teodor.context().setOffline(false);
  await teodor.getByRole('button', { name: 'I have looked at it as it is' }).click();
  await expect(looked(ilse, 'Teodor')).toContainText('has looked at it');

  await ilse
    .getByRole('complementary')
    .getByRole('button', { name: /^Submit round/ })
    .click();
  await expect(ilse.getByRole('dialog')).toContainText('Quinn Adair has not looked at this yet.');
  await expect(ilse.getByRole('dialog')).not.toContainText('Teodor');
  await ilse.keyboard.press('Escape');
  await submit(ilse);
  await expect(teodor.getByRole('complementary')).toContainText('With your teacher');
  await teodor.getByText('Take round 1 back …').click();
  await teodor.getByRole('button', { name: 'Take round 1 back', exact: true }).click();
  await expect(ilse.getByRole('complementary')).toContainText('your teacher has nothing');
});

test('a teacher draws the rest, lets somebody in, and hears what a list cannot be read as', async ({ world }) => {
  const casper = await world.as('casper', { at: '/courses/boatyard-workshop' });
  await casper
    .getByRole('main')
    .getByRole('link', { name: /^Lines plan of the skiff/ })
    .first()
    .click();
  await casper.getByRole('link', { name: 'Parties' }).click();
  await expectAccessible(casper);
  await casper.getByLabel('One party on a line').fill('Suvi Lind, Nobody Known');
  await casper.getByRole('button', { name: 'Make these' }).click();
  await expect(casper.getByRole('alert').first()).toContainText('Nobody here is called “Nobody Known”.');
  await casper.getByLabel('People in each, at most').first().fill('2');
  await casper.getByRole('button', { name: 'Two who must not be together' }).click();
  await casper.getByRole('button', { name: /^Draw the/ }).click();
  await expect(casper.getByText('Everybody is in a party.')).toBeVisible();
  await expect(casper.getByRole('heading', { level: 3 })).not.toHaveCount(1);
});
