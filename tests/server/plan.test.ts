import { execFile } from 'node:child_process';
import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { beforeEach, describe, expect, it } from 'vitest';
import { makePlan } from '$core/plan/inputs';
import { USUAL_HOURS, USUAL_SITTING } from '$core/plan/free-time';
import {
  addBusyCalendar,
  readBusyCalendars,
  removeBusyCalendar,
  sweepBusyCalendars
} from '$server/calendar/busy-calendars';
import { endFeed, makeFeed, ownCalendar, readFeed } from '$server/calendar/feed';
import { extend } from '$server/marking/class-actions';
import { NotHere } from '$server/outcome';
import {
  keepPlanSettings,
  keepPlanWish,
  pinSitting,
  startSitting,
  stopSitting,
  unpinSitting
} from '$server/plan/keep-plan';
import { readPlanInputs } from '$server/plan/read-plan';
import { at, count, DAY, execute, handIn, HOUR, MONDAY, smallCourse } from './kit';

const ZONE = 'Atlantic/Faroe';
let school: Awaited<ReturnType<typeof smallCourse>>;
beforeEach(async () => {
  school = await smallCourse();
});
const inputs = (who = school.ilse) => readPlanInputs(who, ZONE);
const sittings = async () => makePlan(await inputs()).plan.sittings;

describe('a plan', () => {
  it('places what is open, and is planned around what was pinned', async () => {
    const essay = await school.set({ title: 'Essay', due: MONDAY + 3 * DAY, expectedMinutes: 90 });
    await handIn(school.ilse, await school.set({ title: 'With the teacher', due: MONDAY + 3 * DAY }));
    expect((await sittings()).map(({ taskId }) => taskId)).toEqual([essay, essay]);
    const from = MONDAY + DAY;
    expect(
      await pinSitting(school.ilse, { id: null, assignmentId: essay, no: 1, from, to: from + 45 * 60_000 })
    ).toEqual({ ok: true });
    const planned = await inputs();
    expect(planned.kept).toMatchObject([{ taskId: essay, state: 'pinned', from }]);
    expect(makePlan(planned).plan.sittings).toMatchObject([{ no: 2 }]);
    const id = planned.kept[0]?.id ?? '';
    expect(
      await pinSitting(school.ilse, { id, assignmentId: essay, no: 1, from: from + HOUR, to: from + 2 * HOUR })
    ).toEqual({ ok: true });
    expect(
      await pinSitting(school.teodor, { id, assignmentId: essay, no: 1, from: from + HOUR, to: from + 2 * HOUR })
    ).toMatchObject({ why: 'sitting-gone' });
    expect(await unpinSitting(school.teodor, id)).toMatchObject({ why: 'sitting-gone' });
    expect(await unpinSitting(school.ilse, id)).toEqual({ ok: true });
    expect(
      await pinSitting(school.ilse, { id: null, assignmentId: essay, no: 1, from: MONDAY - HOUR, to: MONDAY })
    ).toMatchObject({ why: 'sitting-in-the-past' });
    await expect(
      pinSitting(school.stranger, { id: null, assignmentId: essay, no: 1, from, to: from + HOUR })
    ).rejects.toThrow(NotHere);
  });

  it('follows hours, estimates and targets of the student’s own', async () => {
    const essay = await school.set({ due: null, expectedMinutes: 60 });
    await keepPlanSettings(school.ilse, {
      hours: { ...USUAL_HOURS, week: USUAL_HOURS.week.map(() => [{ from: '20:00', to: '21:00' }]) },
      sitting: USUAL_SITTING
    });
    await keepPlanWish(school.ilse, { assignmentId: essay, minutes: 30, target: MONDAY + 2 * DAY });
    const [first] = await sittings();
    expect(first).toMatchObject({
      from: MONDAY + 11 * HOUR,
      to: MONDAY + 11.5 * HOUR,
      why: { code: 'due', by: MONDAY + 2 * DAY }
    });
    await expect(keepPlanWish(school.stranger, { assignmentId: essay, minutes: 1, target: null })).rejects.toThrow(
      NotHere
    );
  });

  it('runs one session at a time, and learns how long things take', async () => {
    const [one, other] = [await school.set({ expectedMinutes: 60 }), await school.set({ title: 'Other' })];
    await startSitting(school.ilse, { assignmentId: one, no: 1, id: null });
    at(MONDAY + 40 * 60_000);
    await Promise.all([
      startSitting(school.ilse, { assignmentId: other, no: 1, id: null }),
      startSitting(school.ilse, { assignmentId: other, no: 1, id: null })
    ]);
    expect((await inputs()).kept.filter(({ state }) => state === 'running')).toHaveLength(1);
    expect((await inputs()).lines.find(({ assignmentId }) => assignmentId === one)?.sat).toBe(40);
    at(MONDAY + 40 * 60_000 + 5000);
    expect(await stopSitting(school.ilse)).toEqual({ ok: true });
    expect(await stopSitting(school.ilse)).toMatchObject({ why: 'nothing-runs' });
    // What ran for a few seconds was a slip.
    expect((await inputs()).kept.filter(({ taskId }) => taskId === other)).toEqual([]);
  });
});

const CHOIR = [
  ...['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//x//EN', 'NAME:Choir', 'BEGIN:VEVENT', 'UID:1', 'SUMMARY:Choir'],
  ...[
    'DTSTART;TZID=Atlantic/Faroe:20270301T160000',
    'DTEND;TZID=Atlantic/Faroe:20270301T190000',
    'RRULE:FREQ=DAILY',
    'EXDATE;TZID=Atlantic/Faroe:20270310T160000'
  ],
  ...['END:VEVENT', 'END:VCALENDAR']
].join('\r\n');
const ilse = () => ({ ...school.ilse, zone: ZONE, name: 'Ilse Varga' });

describe('a calendar in', () => {
  it('takes its events for busy time, with what was taken out of them', async () => {
    await school.set({ due: MONDAY + 4 * DAY, expectedMinutes: 100 });
    expect(await addBusyCalendar(ilse(), { contents: CHOIR, address: '', title: '' })).toMatchObject({ ok: true });
    // Every afternoon is taken but that of Wednesday the tenth.
    expect((await sittings()).map(({ from }) => new Date(from).toISOString().slice(0, 10))).toEqual([
      '2027-03-10',
      '2027-03-10'
    ]);
    const [calendar] = await readBusyCalendars(school.ilse);
    expect(calendar).toMatchObject({ title: 'Choir', problem: null });
    await expect(removeBusyCalendar(school.teodor, calendar?.id ?? '')).rejects.toThrow(NotHere);
    await removeBusyCalendar(school.ilse, calendar?.id ?? '');
    expect((await inputs()).busy).toEqual([]);
  });

  it('refuses what is none, ends with what never does, and looks at nothing inside the school', async () => {
    for (const contents of ['hello', 'BEGIN:VCALENDAR'])
      expect(await addBusyCalendar(ilse(), { contents, address: '', title: '' })).toMatchObject({ why: 'no-calendar' });
    const endless = CHOIR.replace('FREQ=DAILY', 'FREQ=SECONDLY').replace('20270301T190000', '20270301T160001');
    expect(await addBusyCalendar(ilse(), { contents: endless, address: '', title: '' })).toMatchObject({
      ok: true,
      cut: true
    });
    for (const address of ['http://127.0.0.1:5432/x.ics', 'file:///etc/passwd', 'http://[::1]/x', 'nonsense'])
      expect(await addBusyCalendar(ilse(), { contents: '', address, title: '' })).toMatchObject({
        why: 'calendar-unreached'
      });
  });

  it('is told further ahead as time goes on, and ten are the most', async () => {
    for (let i = 0; i < 10; i++) await addBusyCalendar(ilse(), { contents: CHOIR, address: '', title: `No ${i}` });
    expect(await addBusyCalendar(ilse(), { contents: CHOIR, address: '', title: '' })).toMatchObject({
      why: 'too-many-calendars'
    });
    await execute('delete from busy_times');
    at(MONDAY + 8 * DAY);
    await sweepBusyCalendars();
    expect((await inputs()).busy.length).toBeGreaterThan(100);
  });
});

const run = promisify(execFile);
/** What another reader of calendars (python3-icalendar) makes of it: start, sequence and the offset of each event, by name. */
async function readByOthers(text: string): Promise<Record<string, { at: string; sequence: number }>> {
  const folder = await mkdtemp(join(tmpdir(), 'vendro-feed-'));
  await writeFile(join(folder, 'feed.ics'), text);
  const script = `
import json, sys
from icalendar import Calendar
calendar = Calendar.from_ical(open(sys.argv[1], 'rb').read())
zones = {str(z['TZID']): z.to_tz() for z in calendar.walk('VTIMEZONE')}
out = {}
for event in calendar.walk('VEVENT'):
    start = event['DTSTART']
    zone = start.params.get('TZID')
    at = start.dt.replace(tzinfo=None)
    tz = zones[zone] if zone else None
    at = (tz.localize(at) if hasattr(tz, 'localize') else at.replace(tzinfo=tz)) if tz else start.dt
    out[str(event['SUMMARY'])] = {'at': at.timestamp(), 'sequence': int(event['SEQUENCE'])}
print(json.dumps(out))`;
  const { stdout } = await run('/usr/bin/python3', ['-c', script, join(folder, 'feed.ics')]);
  const read = JSON.parse(stdout) as Record<string, { at: number; sequence: number }>;
  return Object.fromEntries(
    Object.entries(read).map(([name, one]) => [name, { ...one, at: new Date(one.at * 1000).toISOString() }])
  );
}

describe('a calendar out', () => {
  it('is read by another reader, before and after a due date moved, across a clock change', async () => {
    const essay = await school.set({ title: 'Essay', due: Date.parse('2027-03-27T18:00:00Z') });
    await school.set({ title: 'After the change', due: Date.parse('2027-03-28T17:00:00Z') });
    const address = await makeFeed(school.ilse);
    const token = /feeds\/(.+)\.ics$/.exec(address)?.[1] ?? '';
    const first = await readByOthers(await readFeed(token));
    expect(first['Due: Essay']).toEqual({ at: '2027-03-27T18:00:00.000Z', sequence: 0 });
    expect(first['Due: After the change']).toEqual({ at: '2027-03-28T17:00:00.000Z', sequence: 0 });
    expect(await readFeed(token)).toBe(await readFeed(token));
    await extend(school.teacher, {
      assignmentId: essay,
      studentId: school.ilse.id,
      due: Date.parse('2027-03-29T18:00:00Z')
    });
    const second = await readByOthers(await readFeed(token));
    expect(second['Due: Essay']).toEqual({ at: '2027-03-29T18:00:00.000Z', sequence: 1 });
    expect(second['Due: After the change']?.sequence).toBe(0);
    expect(await readByOthers(await ownCalendar(ilse()))).toEqual(second);
  });

  it('says nothing by an old address, and holds nobody else’s work', async () => {
    await school.set({ title: 'Essay', due: MONDAY + DAY });
    const old = /feeds\/(.+)\.ics$/.exec(await makeFeed(school.ilse))?.[1] ?? '';
    const fresh = /feeds\/(.+)\.ics$/.exec(await makeFeed(school.ilse))?.[1] ?? '';
    await expect(readFeed(old)).rejects.toThrow(NotHere);
    expect(await readFeed(fresh)).toContain('Essay');
    expect(await ownCalendar(school.stranger)).not.toContain('Essay');
    await endFeed(school.ilse);
    await expect(readFeed(fresh)).rejects.toThrow(NotHere);
    expect(await count('select count(*) as n from feed_events where person_id = $1', [school.ilse.id])).toBe(0);
  });
});
