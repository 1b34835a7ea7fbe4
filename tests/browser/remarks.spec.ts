import type { Page } from '@playwright/test';
import { expect, expectAccessible, openFromList, submit, test } from './world';

/** Says something of what was just picked. */
async function remark(teacher: Page, body: string) {
  await teacher.getByRole('textbox', { name: /^Remark:/ }).fill(body);
  await teacher.getByRole('button', { name: 'Keep the remark' }).click();
  await expect(teacher.getByRole('listitem').filter({ hasText: body }).last()).toContainText('not returned yet');
}
const highlights = (page: Page) => page.evaluate(() => CSS.highlights.get('remarks')?.size ?? 0);

test('remarks on a sentence and on a part of a picture are seen in place with the return, and are the list of the next round', async ({
  world
}) => {
  const ilse = await world.as('ilse', { work: 'Evidence of your ferry shifts' });
  await submit(ilse);
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
  const petra = await world.as('petra', { at: '/marking' });
  await openFromList(petra, 'ferry shifts.*Ilse Varga|Ilse Varga.*ferry shifts');
  // By keyboard: words are named.
  await petra.getByLabel('Or pick words in the text, or name them').fill('nowhere');
  await petra.keyboard.press('Enter');
  await expect(petra.getByText('“nowhere” does not stand there.')).toBeVisible();
  await petra.getByLabel('Or pick words in the text, or name them').fill('the swell was higher');
  await petra.keyboard.press('Enter');
  await remark(petra, 'How high, in metres?');
  await expect.poll(() => highlights(petra)).toBe(1);
  await expectAccessible(petra);
  const picture = petra.getByRole('img', { name: 'shift-sheet-1.jpg' });
  await expect.poll(() => picture.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(0);
  await expect(petra.getByText('Or press on the picture, or draw around a part of it.')).toBeVisible();
  await picture.scrollIntoViewIfNeeded();
  const box = await picture.boundingBox();
  if (!box) throw new Error('a picture');
  await petra.mouse.move(box.x + 40, box.y + 40);
  await petra.mouse.down();
  await petra.mouse.move(box.x + 140, box.y + 100);
  await petra.mouse.up();
  await remark(petra, 'Whose name is this?');
  await expect(ilse.getByText('Whose name is this?')).toHaveCount(0);
  await petra.getByRole('button', { name: 'Ask for another round' }).click();
  await petra.waitForURL(/\/marking/);

  await expect(ilse.getByText('2 remarks on the work, 2 to deal with')).toBeVisible();
  await ilse.getByRole('button', { name: /^“The swell was higher”, Activities/i }).click();
  await expect(ilse.getByRole('complementary', { name: 'Remarks on Activities, Ilse Varga.md' })).toContainText(
    'How high, in metres?'
  );
  await expect.poll(() => highlights(ilse)).toBe(1);
  await expect(ilse.getByRole('button', { name: 'Remark on all of it' })).toHaveCount(0);
  await ilse.getByRole('button', { name: 'Dealt with: “The swell was higher”' }).click();
  await expect(ilse.getByText('2 remarks on the work, 1 to deal with')).toBeVisible();
  await expectAccessible(ilse);
});

test('a remark on a moment of a recording leads there', async ({ world }) => {
  const robin = await world.as('robin', { at: '/marking' });
  await openFromList(robin, 'Reading aloud.*Ilse Varga|Ilse Varga.*Reading aloud');
  await robin.getByRole('button', { name: 'Look at reading-aloud.webm here' }).click();
  // One stands in the row; the other one with its remarks.
  await expect(robin.locator('audio, video')).toHaveCount(2);
  const sound = robin.locator('audio, video').last();
  await expect.poll(() => sound.evaluate((one: HTMLMediaElement) => one.readyState)).toBeGreaterThan(0);
  await sound.evaluate((one: HTMLMediaElement) => (one.currentTime = 2));
  await robin.getByRole('button', { name: 'Remark on this moment' }).click();
  await remark(robin, 'Wait a little longer here.');
  await sound.evaluate((one: HTMLMediaElement) => (one.currentTime = 0));
  await robin.getByRole('button', { name: 'At 0:02', exact: true }).click();
  await expect.poll(() => sound.evaluate((one: HTMLMediaElement) => one.currentTime)).toBe(2);
  // What is not returned can still be taken away.
  await robin.getByRole('button', { name: 'Take this remark away' }).click();
  await expect(robin.getByText('Wait a little longer here.')).toHaveCount(0);
});
