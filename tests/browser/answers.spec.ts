import type { Page } from '@playwright/test';
import { expect, expectAccessible, openFromList, submit, test, type World } from './world';

/** Three questions that their teacher asks in the place of an assignment. */
async function ask(world: World): Promise<Page> {
  const robin = await world.as('robin');
  await robin.goto(`${world.url}/search?q=Reading+log`);
  await robin
    .getByRole('main')
    .getByRole('link', { name: /^Reading log, chapters four to seven/ })
    .first()
    .click();
  await robin.getByRole('link', { name: /^Ask questions in/ }).click();
  await robin.getByRole('button', { name: 'Choice', exact: true }).click();
  await robin.getByLabel(/^What is asked/).fill('Who kept the light?');
  await robin.getByLabel('Option 1 of question 1', { exact: true }).fill('Ines');
  await robin.getByLabel('Option 2 of question 1', { exact: true }).fill('Her brother');
  await robin.getByLabel('Option 2 of question 1 is right').check();
  await robin.getByRole('button', { name: 'Number', exact: true }).click();
  await robin
    .getByLabel(/^What is asked/)
    .nth(1)
    .fill('How many steps has the tower, with $n = 4$ storeys?');
  await robin.getByLabel('Right is').fill('112');
  await robin.getByRole('button', { name: 'Order', exact: true }).click();
  await robin
    .getByLabel(/^What is asked/)
    .nth(2)
    .fill('What happened first?');
  await robin.getByLabel('Step 1 of question 3').fill('the storm');
  await robin.getByLabel('Step 2 of question 3').fill('the letter');
  await expectAccessible(robin);
  await robin.getByRole('button', { name: 'Keep the questions' }).click();
  await expect(robin.getByText('They are kept.')).toBeVisible();
  return robin;
}

test('questions are answered by keyboard alone, without a line for a while, and counted where only the teacher sees it', async ({
  world
}) => {
  await ask(world);
  const ilse = await world.as('ilse');
  await openFromList(ilse, 'Reading log, chapters four to seven');
  await ilse.getByRole('button', { name: /^Answer the questions/ }).click();
  await ilse.getByRole('button', { name: 'Begin to answer' }).press('Enter');
  const dialog = ilse.getByRole('dialog', { name: /Reading log/ });
  await expect(dialog.getByText('0 of 3 answered')).toBeVisible();
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
  await expect(dialog.getByText('3 of 3 answered')).toBeVisible();
  await ilse.keyboard.press('Escape');
  await expect(dialog).toBeHidden();
  await expect(ilse.getByText('3 of 3 answered')).toBeVisible();
  await submit(ilse);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
  const robin = await world.as('robin');
  await robin.goto(`${world.url}/marking`);
  await openFromList(robin, 'Reading log.*Ilse Varga|Ilse Varga.*Reading log');
  await robin.getByRole('button', { name: 'What a machine counted' }).click();
  await expect(robin.getByText('3 of 3 points')).toBeVisible();
});
