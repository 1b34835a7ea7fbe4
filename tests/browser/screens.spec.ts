import { expect, expectAccessible, test } from './world';

test('someone with nothing set is told what to do', async ({ world }) => {
  const henrik = await world.plain('henrik', '/desk');
  await expect(henrik.getByRole('heading', { name: 'You are in no course yet' })).toBeVisible();
  await expectAccessible(henrik);
});

test('a page that needs a person leads through signing in and back', async ({ world }) => {
  const page = await world.plain(null);
  await page.goto(`${world.url}/desk/settled`);
  await expect(page).toHaveURL(/sign-in\?to=/);
  await page.getByLabel('Account name').fill('ilse');
  await page.getByLabel('Password').fill('high tide at noon');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('do not belong together');
  await expect(page.getByLabel('Account name')).toHaveValue('ilse');
  await page.getByLabel('Password').fill('low tide at noon');
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page).toHaveURL(`${world.url}/desk/settled`);
  await page.goto(`${world.url}/sign-in?to=//elsewhere.example/`);
  await expect(page).toHaveURL(`${world.url}/desk`);
});

test('the theme can be chosen, and stays', async ({ world }) => {
  const ilse = await world.as('ilse', { colorScheme: 'light', at: '/courses' });
  const paper = () => ilse.evaluate(() => getComputedStyle(document.body).backgroundColor);
  const day = await paper();
  await ilse.getByRole('button', { name: 'Night theme' }).click();
  await expect(ilse.getByRole('button', { name: 'Night theme' })).toHaveAttribute('aria-pressed', 'true');
  expect(await paper()).not.toBe(day);
  await ilse.getByRole('button', { name: 'Theme of this device' }).click();
  await expect(ilse.getByRole('button', { name: 'Theme of this device' })).toHaveAttribute('aria-pressed', 'true');
  expect(await paper()).toBe(day);
});

test('from the Desk to submitting by keyboard alone', async ({ world }) => {
  const ilse = await world.as('ilse');
  const link = ilse
    .getByRole('main')
    .getByRole('listitem')
    .getByRole('link', { name: /Field report, rock pools/ });
  for (let i = 0; i < 40 && !(await link.evaluate((node) => node === document.activeElement)); i++)
    await ilse.keyboard.press('Tab');
  await expect(link).toBeFocused();
  await ilse.keyboard.press('Enter');
  const submit = ilse.getByRole('button', { name: /^Submit round 1/ });
  await expect(submit).toBeVisible();
  for (let i = 0; i < 120 && !(await submit.evaluate((node) => node === document.activeElement)); i++)
    await ilse.keyboard.press('Tab');
  await expect(submit).toBeFocused();
  await ilse.keyboard.press('Enter');
  // The sheet says what is still open; its last control submits all the same.
  const knowingly = ilse.getByRole('dialog').getByRole('button', { name: /all the same/ });
  await expect(knowingly).toBeVisible();
  for (let i = 0; i < 30 && !(await knowingly.evaluate((node) => node === document.activeElement)); i++)
    await ilse.keyboard.press('Tab');
  await ilse.keyboard.press('Enter');
  await expect(ilse.getByRole('complementary')).toContainText('With your teacher');
});
