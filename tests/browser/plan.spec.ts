import type { Page } from '@playwright/test';
import { expect, expectAccessible, holdScripts, test } from './world';

/** Ilse's hours are the usual ones: from four to seven on schooldays. It is Wednesday, 15:20. */
const session = (page: Page, title: string) =>
  page.getByRole('region', { name: 'Calendar' }).getByRole('button', { name: new RegExp(`^${title}`) });

test('a week is planned, a session is moved by key and by hand, and stays while the rest is planned around it', async ({
  world
}) => {
  const ilse = await world.as('ilse', { at: '/plan' });
  await expect(ilse.getByRole('heading', { name: 'Today', level: 2 })).toBeVisible();
  await expectAccessible(ilse);
  const first = session(ilse, 'Three-star fix').first();
  await expect(first).toHaveAccessibleName(/planned/);
  await first.focus();
  await ilse.keyboard.press('ArrowDown');
  await expect(session(ilse, 'Three-star fix').filter({ has: ilse.locator('svg') })).toHaveAccessibleName(/pinned/);
  await ilse.reload();
  const pinned = ilse.getByRole('button', { name: /^Three-star fix.*pinned/ });
  await expect(pinned).toHaveCount(1);
  const before = await pinned.getAttribute('aria-label');
  // Dragged a column to the right: the same time on the next day.
  const box = await pinned.boundingBox();
  const day = await ilse.getByRole('group', { name: /^Thursday/ }).boundingBox();
  if (!box || !day) throw new Error('The week is not there.');
  await ilse.mouse.move(box.x + 20, box.y + 8);
  await ilse.mouse.down();
  await ilse.mouse.move(box.x + 20 + day.width, box.y + 8, { steps: 5 });
  await ilse.mouse.up();
  await expect(pinned).not.toHaveAccessibleName(before ?? '');
  // Nothing else lies on it: what was there was planned elsewhere.
  await pinned.click();
  const panel = ilse.getByRole('region', { name: 'Session: Three-star fix' });
  await expect(panel).toContainText('You put it there');
  await panel.getByRole('button', { name: 'Let it be planned' }).click();
  await expect(pinned).toHaveCount(0);

  // A new task arrives, and finds its place.
  await world.sql(
    `insert into assignments (course_id, title, brief_html, due_at, expected_minutes, created_at)
     select id, 'Tide table for Sunday', '', '2027-03-12T20:00:00Z', 30, '2027-03-10T15:00:00Z' from courses where slug = 'tidal-ecology'`
  );
  await ilse.reload();
  await expect(session(ilse, 'Tide table for Sunday').first()).toBeVisible();
});

test('a session is begun and ended with one key, and what it took is known', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/plan' });
  // The runway is read once the page is alive: before that nobody hears a key.
  await expect(ilse.getByRole('navigation', { name: /^Runway/ }).getByText('2', { exact: true })).toBeVisible();
  await ilse.keyboard.press('s');
  await expect(ilse.getByRole('heading', { name: 'Running now' })).toBeVisible();
  await world.at('2027-03-10T16:00:00Z');
  await ilse.keyboard.press('s');
  await expect(ilse.getByRole('heading', { name: 'Running now' })).toHaveCount(0);
  await expect(ilse.getByText('you sat at it for 40 min')).toBeVisible();
});

test('an impossible week is said days ahead, with a question to the teacher', async ({ world }) => {
  const ilse = await world.plain('ilse', '/plan/hours');
  await expectAccessible(ilse);
  for (const day of ['Monday', 'Tuesday', 'Wednesday', 'Friday', 'Saturday', 'Sunday'])
    await ilse.getByLabel(day, { exact: true }).fill('');
  await ilse.getByLabel('Thursday').fill('later');
  await ilse.getByRole('button', { name: 'Keep these hours' }).click();
  await expect(ilse.getByRole('alert')).toContainText('is no time of a day');
  await ilse.getByLabel('Thursday').fill('16:00-17:00');
  await ilse.getByRole('button', { name: 'Keep these hours' }).click();
  await expect(ilse.getByLabel('Thursday')).toHaveValue('16:00-17:00');
  await ilse.goto(`${world.url}/plan`);
  const short = ilse.getByRole('region', { name: /things will be late/ });
  await expect(short).toContainText('find no time before it is due');
  const asked = short
    .getByRole('listitem')
    .filter({ hasText: /Could (I have until|we talk)/ })
    .first();
  await asked.getByText(/^What would help/).click();
  await expect(asked.getByRole('link', { name: 'Write it to your teacher' })).toBeVisible();
  await expectAccessible(ilse);
});

const CHOIR = [
  ...[
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//x//x//EN',
    'BEGIN:VEVENT',
    'UID:1',
    'SUMMARY:Rehearsal',
    'RRULE:FREQ=DAILY;COUNT=10'
  ],
  ...[
    'DTSTART;TZID=Atlantic/Faroe:20270310T160000',
    'DTEND;TZID=Atlantic/Faroe:20270310T190000',
    'EXDATE;TZID=Atlantic/Faroe:20270311T160000'
  ],
  ...['END:VEVENT', 'END:VCALENDAR']
].join('\r\n');

test('a calendar comes in as busy time, and the plan goes out by an address that can be ended', async ({ world }) => {
  const ilse = await world.as('ilse', { at: '/plan/calendars' });
  await expectAccessible(ilse);
  await ilse
    .getByLabel('A file from this device')
    .setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('no calendar') });
  await ilse.getByRole('button', { name: 'Add it' }).click();
  await expect(ilse.getByRole('alert')).toContainText('no calendar that can be read');
  await ilse
    .getByLabel('A file from this device')
    .setInputFiles({ name: 'choir.ics', mimeType: 'text/calendar', buffer: Buffer.from(CHOIR) });
  await ilse.getByLabel('What you call it').fill('Choir');
  await ilse.getByRole('button', { name: 'Add it' }).click();
  await expect(ilse.getByText('Taken: 9 busy times')).toBeVisible();
  await ilse.getByRole('button', { name: 'Make an address' }).click();
  const address = await ilse.getByLabel(/^Your address/).inputValue();
  const feed = await ilse.request.get(address);
  expect(await feed.text()).toContain('BEGIN:VEVENT');
  // Whoever has it needs no account.
  const stranger = await world.window();
  expect((await stranger.request.get(address)).status()).toBe(200);
  await ilse.goto(`${world.url}/plan`);
  await expect(ilse.getByText('Rehearsal').first()).toBeVisible();
  await ilse.goto(`${world.url}/plan/calendars`);
  await ilse.getByRole('button', { name: 'End the address' }).click();
  await expect(ilse.getByText('The old address says nothing any more.')).toBeVisible();
  expect((await stranger.request.get(address)).status()).toBe(404);
});

test('on a phone the plan begins with today, and a session is put elsewhere without dragging', async ({ world }) => {
  const ilse = await world.as('ilse', { viewport: { width: 360, height: 740 }, hasTouch: true });
  const come = await holdScripts(ilse);
  await ilse.goto(`${world.url}/plan`);
  const today = ilse.getByRole('region', { name: 'Today' });
  await expect(today.getByRole('button', { name: /^Start / }).first()).toBeInViewport();
  // On a slow line it is pressed before anything could answer.
  await today.getByRole('button', { name: /16:00/ }).first().click();
  come();
  const panel = ilse.getByRole('region', { name: /^Session: / });
  await panel.getByLabel('Put it at').fill('2027-03-10T20:00');
  await panel.getByRole('button', { name: 'Pin it there' }).click();
  await expect(ilse.getByRole('button', { name: /20:00.*pinned/ })).toHaveCount(1);
});
