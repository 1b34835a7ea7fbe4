import { expect, expectAccessible, openFromList, signIn, signOut, test } from './world';

/** Screens that are reached by their address. */
const OF_ILSE = [
  '/desk?course=tidal-ecology&order=outline',
  '/desk/settled',
  '/desk/all',
  '/grades',
  '/grades/tidal-ecology',
  '/plan',
  '/plan?view=month',
  '/plan/hours',
  '/plan/calendars',
  '/plan/reminders',
  '/family',
  '/courses',
  '/courses/tidal-ecology',
  '/courses/tidal-ecology/about',
  '/courses/tidal-ecology/roster',
  '/join',
  '/signed-in',
  '/shelf',
  '/shelf?bin',
  '/shelf/store',
  '/portfolios',
  '/verify',
  // The last one: the journey goes on from there.
  '/search?q=shore'
];
const OF_PETRA = [
  '/school/people',
  '/school/people?q=varga',
  '/school/courses',
  '/school/offices',
  '/school/courses/sea-stories',
  '/school/import',
  '/school/troubles',
  '/school/results',
  '/school/scales',
  '/calendar'
];
const OF_ODILE = [
  '/marking',
  '/courses/tidal-ecology',
  '/courses/tidal-ecology/about',
  '/courses/tidal-ecology/roster',
  '/courses/tidal-ecology/floor',
  '/courses/tidal-ecology/set',
  '/courses/tidal-ecology/notices/new',
  '/courses/tidal-ecology/grades',
  '/courses/tidal-ecology/grades/scheme',
  '/courses/tidal-ecology/grades/take',
  '/support',
  '/outbox'
];

/** Each theme and each width is seen once on every screen; all four together would say nothing more. */
for (const [theme, width] of [
  ['day', 1280],
  ['night', 360]
] as const)
  test(`every screen is accessible and fits, ${theme}, ${width} px`, async ({ world }) => {
    test.setTimeout(300_000);
    const page = await world.window({ viewport: { width, height: 780 } });
    await page.context().addCookies([{ name: 'vendro_theme', value: theme, url: world.url }]);
    const fits = async () => {
      await expectAccessible(page);
      const overflow = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth
      );
      expect(overflow, `${page.url()} at ${width} px`).toBeLessThanOrEqual(0);
    };
    for (const path of ['/sign-in', '/password/lost', '/password/none', '/shown/ilse-varga-shore']) {
      await page.goto(world.url + path);
      await fits();
    }
    await signIn(page, world.url, 'ilse');
    await fits();
    for (const title of [
      'Quadrat count',
      'A page in a borrowed voice',
      'Field report, rock pools',
      'Quick check, medians',
      'Clear sky tonight'
    ]) {
      await page.goto(`${world.url}/desk`);
      await openFromList(page, title);
      await expect(page.getByRole('heading', { level: 1 })).toContainText(title);
      await fits();
    }
    for (const path of OF_ILSE) {
      await page.goto(world.url + path);
      await fits();
    }
    await openFromList(page, 'Shore key');
    await expect(page.getByRole('spinbutton', { name: /Page/ })).toBeVisible();
    await fits();
    await signOut(page);
    await signIn(page, world.url, 'petra');
    for (const path of OF_PETRA) {
      await page.goto(world.url + path);
      await fits();
    }
    await signOut(page);
    await signIn(page, world.url, 'odile');
    for (const path of OF_ODILE) {
      await page.goto(world.url + path);
      await fits();
    }
    await page.goto(`${world.url}/marking`);
    await openFromList(page, 'Field report');
    await expect(page.getByText('Return round 1')).toBeVisible();
    await fits();
    await page.getByRole('link', { name: 'The whole class' }).click();
    await fits();
    await page.getByRole('link', { name: 'Change this assignment' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Change Field report');
    await fits();
    await page.context().close();
  });

test('someone with nothing set is told what to do', async ({ world }) => {
  const henrik = await world.as('henrik');
  await henrik.goto(`${world.url}/desk`);
  await expect(henrik.getByRole('heading', { name: 'You are in no course yet' })).toBeVisible();
  await expectAccessible(henrik);
});

test('a page that needs a person leads through signing in and back', async ({ world }) => {
  const page = await world.window();
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
  const ilse = await world.as('ilse', { colorScheme: 'light' });
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
