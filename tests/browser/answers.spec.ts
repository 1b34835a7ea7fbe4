import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { openPrepared, photograph } from './gathering';
import { expect, expectAccessible, openFromList, submit, test, type World } from './world';

/** Three questions that their teacher asks in the place of an assignment. */
async function ask(world: World): Promise<Page> {
  const petra = await world.as('petra', { at: null });
  await openPrepared(petra, world.url, 'Evidence of your ferry shifts');
  await petra.getByRole('link', { name: 'Ask questions there in Reflection' }).click();
  await petra.getByRole('button', { name: 'Choice', exact: true }).click();
  await petra.getByLabel(/^What is asked/).fill('Who kept the light?');
  await petra.getByLabel('Option 1 of question 1', { exact: true }).fill('Ines');
  await petra.getByLabel('Option 2 of question 1', { exact: true }).fill('Her brother');
  await petra.getByLabel('Option 2 of question 1 is right').check();
  await petra.getByRole('button', { name: 'Number', exact: true }).click();
  await petra
    .getByLabel(/^What is asked/)
    .nth(1)
    .fill('How many steps has the tower, with $n = 4$ storeys?');
  await petra.getByLabel('Right is').fill('112');
  await petra.getByRole('button', { name: 'Order', exact: true }).click();
  await petra
    .getByLabel(/^What is asked/)
    .nth(2)
    .fill('What happened first?');
  await petra.getByLabel('Step 1 of question 3').fill('the storm');
  await petra.getByLabel('Step 2 of question 3').fill('the letter');
  await petra.getByRole('button', { name: 'A place on a picture', exact: true }).click();
  await petra
    .getByLabel(/^What is asked/)
    .nth(3)
    .fill('Where on the sheet is the mate’s name?');
  await petra.getByLabel('A picture beside it for question 4').setInputFiles(await photograph('sheet.png'));
  await petra.getByLabel('What the picture shows').fill('A signed sheet');
  await petra.getByRole('slider', { name: 'Across' }).fill('250');
  await petra.getByRole('slider', { name: 'Down' }).fill('750');
  await petra.getByRole('button', { name: 'What is marked is right' }).click();
  await petra.getByLabel('Minutes from the first look').fill('300');
  await expectAccessible(petra);
  await petra.getByRole('button', { name: 'Keep the questions' }).click();
  await expect(petra.getByText('They are kept.')).toBeVisible();
  return petra;
}

test('questions are answered by keyboard alone, without a line for a while, and counted where only the teacher sees it', async ({
  world
}) => {
  await ask(world);
  const ilse = await world.as('ilse', { work: 'Evidence of your ferry shifts' });
  await ilse.getByRole('button', { name: /^Answer the questions/ }).click();
  await expect(ilse.getByText('You have 5 h from the moment you begin')).toBeVisible();
  await ilse.getByRole('button', { name: 'Begin to answer' }).press('Enter');
  const dialog = ilse.getByRole('dialog', { name: /Evidence of your ferry shifts/ });
  await expect(dialog.getByText('0 of 4 answered')).toBeVisible();
  await expect(dialog.getByText(/^(5 h|4 h 5\d min) left$/)).toBeVisible();
  await expectAccessible(ilse);
  await dialog.getByRole('button', { name: 'Question 1' }).press('Enter');
  await expect(dialog.getByLabel('Ines')).toBeFocused();
  await ilse.keyboard.press('ArrowDown');
  await expect(dialog.getByLabel('Her brother')).toBeChecked();
  await ilse.keyboard.press('Tab');
  await ilse.context().setOffline(true);
  await ilse.keyboard.type('112,0');
  await expect(dialog.getByRole('status').first()).toContainText('Kept on this device');
  await ilse.context().setOffline(false);
  await expect(dialog.getByRole('status').first()).toContainText('All of it is here');
  await dialog.getByRole('button', { name: 'Question 3' }).press('Enter');
  await dialog.getByRole('button', { name: 'the letter: further down' }).press('Enter');
  await dialog.getByRole('button', { name: 'Question 4' }).press('Enter');
  await expect(dialog.getByRole('slider', { name: 'Across' })).toBeFocused();
  // From the middle to a quarter across and three quarters down, a step at a time and by the page.
  for (let i = 0; i < 50; i++) await ilse.keyboard.press('ArrowLeft');
  await ilse.keyboard.press('Tab');
  for (let i = 0; i < 50; i++) await ilse.keyboard.press('ArrowRight');
  await expect(dialog.getByText('4 of 4 answered')).toBeVisible();
  await ilse.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await expect(ilse.getByText('4 of 4 answered')).toBeVisible();
  await submit(ilse);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
  const petra = await world.as('petra', { at: '/marking' });
  await openFromList(petra, 'ferry shifts.*Ilse Varga|Ilse Varga.*ferry shifts');
  await petra.getByRole('button', { name: 'What a machine counted' }).click();
  await expect(petra.getByText('4 of 4 points')).toBeVisible();
  await openPrepared(petra, world.url, 'Evidence of your ferry shifts');
  await petra.getByRole('link', { name: 'Change its 4 questions in Reflection' }).click();
  const [out] = await Promise.all([
    petra.waitForEvent('download'),
    petra.getByRole('link', { name: 'As a package (QTI 3)' }).click()
  ]);
  await petra.getByLabel('Bring questions in').setInputFiles({
    name: 'again.zip',
    mimeType: 'application/zip',
    buffer: readFileSync(await out.path())
  });
  await expect(petra.getByText('4 questions were brought in.')).toBeVisible();
  await expect(petra.getByRole('heading', { name: 'Question 8' })).toBeVisible();
});
