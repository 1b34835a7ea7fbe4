import type { Asked, Opened } from './plain/page';
import { expect, openFromList, test } from './world';

const main = (page: Asked) => page.getByRole('main');
const title = (page: Asked) => page.getByRole('heading', { level: 1 });
const REPORT = 'Field report, rock pools after the storm';

test('every door leads to the same assignment', async ({ world }) => {
  const ilse = await world.plain('ilse');
  await openFromList(ilse, REPORT);
  const address = ilse.url();
  const arrived = async (page: Opened) => {
    await expect(title(page)).toHaveText(REPORT);
    expect(page.url()).toBe(address);
    await page.goto(`${world.url}/desk`);
  };
  await arrived(ilse);
  await ilse.getByRole('link', { name: 'Courses' }).click();
  await openFromList(ilse, 'Tidal Ecology');
  await expect(title(ilse)).toHaveText('Tidal Ecology');
  await openFromList(ilse, REPORT);
  await arrived(ilse);
  await ilse.getByRole('link', { name: 'All open work, on one list' }).click();
  await openFromList(ilse, REPORT);
  await arrived(ilse);
  await ilse.goto(`${world.url}/search?q=limpet`);
  await openFromList(ilse, REPORT);
  await arrived(ilse);

  // Keys are listened to once scripts run; the ribbon is drawn by them.
  const alive = await world.as('ilse', { at: '/desk' });
  const ribbon = alive.getByRole('navigation', { name: /Runway/ });
  await ribbon.getByRole('link', { name: new RegExp(`^${REPORT}`) }).click();
  await arrived(alive);
  await expect(ribbon.getByRole('link', { name: new RegExp(`^${REPORT}`) })).toBeVisible();
  await alive.keyboard.press('/');
  await alive.keyboard.type('rokc pools');
  await expect(alive.getByRole('option', { name: new RegExp(REPORT) })).toHaveAttribute('aria-selected', 'true');
  await alive.keyboard.press('Enter');
  await arrived(alive);
});

test('the way back leads to the list and the place one came from', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/desk?order=outline' });
  await main(ilse)
    .getByRole('link', { name: /Box plots/ })
    .scrollIntoViewIfNeeded();
  const place = await ilse.evaluate(() => Math.round(window.scrollY));
  expect(place).toBeGreaterThan(300);
  await openFromList(ilse, 'Box plots');
  await expect(title(ilse)).toContainText('Box plots');
  await main(ilse).getByRole('link', { name: 'Desk', exact: true }).click();
  await expect(ilse).toHaveURL(`${world.url}/desk?order=outline`);
  await expect.poll(() => ilse.evaluate(() => Math.round(window.scrollY))).toBe(place);
  await ilse.goto(`${world.url}/courses/sea-stories`);
  // Which list one came from is noted by scripts: the runway is theirs, and shows that they are there.
  await expect(
    ilse
      .getByRole('navigation', { name: /Runway/ })
      .getByRole('link')
      .first()
  ).toBeVisible();
  await openFromList(ilse, 'Essay, the sea');
  await expect(main(ilse).getByRole('link', { name: 'Course outline' })).toHaveAttribute(
    'href',
    '/courses/sea-stories'
  );
});

test('the Desk says what is next and why, and can be narrowed down by its address', async ({ world }) => {
  const ilse = await world.plain('ilse');
  const next = ilse.getByRole('region', { name: 'What to do next' });
  await expect(next).toContainText(
    'Essay, the sea as a character because you took it back and your teacher has nothing'
  );
  await next.getByText('What else speaks for it').click();
  await expect(next).toContainText('it counts for 25 % of the grade');
  await expect(ilse.getByRole('region', { name: /With your teachers/ })).toContainText('longer than usual here');
  await ilse.getByText('Narrow it down').click();
  await ilse.getByRole('combobox', { name: /^Course/ }).selectOption('Sea Stories');
  await ilse.getByRole('combobox', { name: /^Only/ }).selectOption('Needs you now');
  await ilse.getByRole('button', { name: 'Show' }).click();
  await expect(ilse).toHaveURL(/course=sea-stories&show=needs-you/);
  await expect(main(ilse).getByRole('listitem')).toHaveCount(1);
  await ilse.reload();
  await expect(main(ilse).getByRole('listitem')).toHaveCount(1);
  await ilse.goto(`${world.url}/desk?course=crew-hours&show=came-back`);
  await expect(main(ilse)).toContainText('Nothing of that kind');
});

test('the Desk keeps itself current: what the teacher returns appears without a touch', async ({ world }) => {
  const ilse = await world.as('ilse');
  const second = await ilse.context().newPage();
  await second.goto(`${world.url}/desk`);
  const lev = await world.plain('lev');
  await openFromList(lev, 'Ilse Varga.*Box plots');
  await lev.getByLabel('Points of 10').fill('9');
  await lev.getByRole('button', { name: 'Return as settled' }).click();
  for (const tab of [ilse, second])
    await expect(tab.getByRole('region', { name: /Came back, unread/ })).toContainText('Box plots of the two harbours');
});

test('by keyboard alone: along the runway, into an assignment; the sheet of keys', async ({ world }) => {
  const ilse = await world.as('ilse');
  const runway = ilse.getByRole('navigation', { name: /Runway/ });
  const first = runway.getByRole('link', { name: new RegExp(`^${REPORT}`) });
  await expect(first).toBeVisible();
  for (let i = 0; i < 30 && !(await first.evaluate((node) => node === document.activeElement)); i++)
    await ilse.keyboard.press('Tab');
  await ilse.keyboard.press('ArrowRight');
  await expect(runway.getByRole('link', { name: /^Reading log/ })).toBeFocused();
  await ilse.keyboard.press('Enter');
  await expect(title(ilse)).toContainText('Reading log');
  await ilse.keyboard.press('?');
  await expect(ilse.getByRole('dialog')).toContainText('Search');
  await ilse.keyboard.press('Escape');
  await ilse.keyboard.press('Control+k');
  await ilse.keyboard.type('night');
  await ilse.keyboard.press('Enter');
  await expect(ilse.getByRole('button', { name: 'Night theme' })).toHaveAttribute('aria-pressed', 'true');
});

test('one assignment, four hundred, and none', async ({ world }) => {
  const isolde = await world.plain('isolde');
  await expect(isolde.getByRole('heading', { name: 'You are in no course yet' })).toBeVisible();
  const [course] = await world.sql(
    `insert into courses (slug, title, emblem, zone, created_at) values ('lamp', 'Lamp Keeping', 'lamp', 'Atlantic/Faroe', now()) returning id`
  );
  const put = `insert into assignments (course_id, title, due_at, created_at, brief_html)
    select $1, 'Trim lamp ' || i, '2027-03-15T18:00:00Z'::timestamptz + i * interval '6 hours', '2027-03-01', '' from generate_series($2::int, $3::int) i`;
  await world.sql(
    `insert into enrolments (course_id, person_id, role, joined_at) select $1, id, 'student', '2027-03-01' from people where handle = 'isolde'`,
    [course?.id]
  );
  await world.sql(put, [course?.id, 1, 1]);
  await isolde.reload();
  await expect(isolde.getByRole('region', { name: /coming up/ }).getByRole('listitem')).toHaveCount(1);
  await world.sql(put, [course?.id, 2, 400]);
  await isolde.reload();
  const coming = isolde.getByRole('region', { name: /coming up/ });
  await expect(coming.getByRole('heading', { level: 2 })).toContainText('400');
  await expect(coming.getByRole('listitem')).toHaveCount(60);
  await coming.getByRole('link', { name: '340 more' }).click();
  await expect(title(isolde)).toHaveText('All open work');
  const seen = new Set<string>();
  for (let pages = 0; pages < 9; pages++) {
    for (const name of await main(isolde).getByRole('listitem').allInnerTexts()) seen.add(name.split('\n')[0] ?? '');
    const on = main(isolde).getByRole('link', { name: /Later|Next/ });
    if ((await on.count()) === 0) break;
    const before = isolde.url();
    await on.click();
    await expect(isolde).not.toHaveURL(before);
  }
  expect(seen.size).toBe(400);
});

test('a due moment in an hour that happens twice is said in both zones', async ({ world }) => {
  await world.sql("update people set zone = 'America/Halifax' where handle = 'ilse'");
  // 1:30 in the Faroes on 31 October 2027, the second time: an hour after the first.
  await world.sql("update assignments set due_at = '2027-10-31T01:30:00Z', closes_at = null where title = $1", [
    REPORT
  ]);
  await world.at('2027-10-30T20:00:00Z');
  const ilse = await world.plain('ilse');
  await openFromList(ilse, REPORT);
  await expect(main(ilse)).toContainText('Sat 30 Oct, 22:30 (Halifax)');
  await expect(main(ilse)).toContainText('Sun 31 Oct, 01:30 in Faroe');
  await expect(main(ilse)).toContainText('in 5 h 30 min');
  await expect(main(ilse)).toContainText('Every time here is on yours: Halifax. The course runs on Faroe, 4 h ahead.');
});
