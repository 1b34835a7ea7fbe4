import { cut } from '$core/cut';
import { z } from 'zod';
import type { PlanRefusal } from '$core/plan/refusals';
import { mayWithOwn, type Actor } from '$core/people/policy';
import { DAY, HOUR } from '$core/time/moment';
import { clock } from '../clock';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { fetchGuarded, Unreached } from '../links/fetch-guarded';
import { simulatedSite } from '../links/simulated-site';
import { publish } from '../live/publish';
import { log } from '../log';
import { NotHere, type Outcome } from '../outcome';
import { parseApart } from '../parsing/pool';
import { TooCostly } from '../parsing/limits';

/** Bytes of a calendar that is taken. */
const LARGEST = 2_000_000;
const MOST = 10;
/** How far a calendar's events are told: what is past teaches what one forgot, what is ahead takes time. */
const BACK = 120 * DAY;
const AHEAD = 200 * DAY;
/** One at an address is looked at again after so long; one that was brought is told further ahead once a week. */
const AGAIN = 6 * HOUR;
const FURTHER = 7 * DAY;
const LIMITS = { time: 8000, bytes: LARGEST + 1, redirects: 5 };

/** A calendar whose events take their owner elsewhere. */
export interface BusyCalendar {
  id: string;
  title: string;
  address: string | null;
  lookedAt: number;
  problem: string | null;
  /** Events that are still ahead. */
  ahead: number;
}

/** A person's own calendars. One query. */
export function readBusyCalendars(person: Actor): Promise<BusyCalendar[]> {
  return select(CalendarRow, LIST, [person.id, new Date(clock.now())]);
}

export const NewCalendar = z.object({
  /** What lies in a file that was brought; empty for an address. */
  contents: z.string().max(LARGEST, 'That calendar is larger than 2 MB.').default(''),
  address: z.string().trim().max(2000).default(''),
  title: z.string().trim().max(200).default('')
});

/**
 * Takes a calendar's events as busy time: of a file, or of an address that is looked at again.
 *
 * @returns refused where it is no calendar, is too large, or nothing comes back from there
 */
export async function addBusyCalendar(
  person: Actor & { zone: string },
  { contents, address, title }: z.infer<typeof NewCalendar>
): Promise<Outcome<{ events: number; cut: boolean }, PlanRefusal>> {
  const text = address === '' ? contents : await fetched(address);
  if (text === null) return { ok: false, why: 'calendar-unreached' };
  if (text.length > LARGEST) return { ok: false, why: 'calendar-too-large' };
  const read = await busyIn(text, person.zone);
  if (read === null) return { ok: false, why: 'no-calendar' };
  return inTransaction(async (tx) => {
    await execute('select pg_advisory_xact_lock(hashtextextended($1, 39))', [person.id], tx);
    const known = await select(
      z.object({ id: z.string() }),
      'select id from busy_calendars where person_id = $1',
      [person.id],
      tx
    );
    if (known.length >= MOST) return { ok: false, why: 'too-many-calendars' };
    const name = title || read.name || (address === '' ? 'A calendar that I brought' : new URL(address).hostname);
    const [made] = await select(
      z.object({ id: z.string() }),
      'insert into busy_calendars (person_id, title, address, contents, looked_at) values ($1, $2, $3, $4, $5) returning id',
      [person.id, cut(name, 200), address || null, address === '' ? text : '', new Date(clock.now())],
      tx
    );
    await writeTimes(made?.id ?? '', read.times, tx);
    await publish({ what: 'plan', personId: person.id }, tx);
    return { ok: true, events: read.times.length, cut: read.cut };
  });
}

/** Takes a calendar away again, with its busy times. @throws NotHere where it is somebody else's */
export async function removeBusyCalendar(person: Actor, id: string): Promise<void> {
  await inTransaction(async (tx) => {
    const [own] = await select(
      z.object({ personId: z.string() }),
      'select person_id as "personId" from busy_calendars where id = $1',
      [id],
      tx
    );
    if (!own || !mayWithOwn(person, own.personId)) throw new NotHere('This calendar');
    await execute('delete from busy_calendars where id = $1', [id], tx);
    await publish({ what: 'plan', personId: person.id }, tx);
  });
}

/** Looks at calendars again that were not for a while. One that cannot be reached keeps what it said before. */
export async function sweepBusyCalendars(): Promise<number> {
  const now = clock.now();
  const due = await select(Due, DUE, [new Date(now - AGAIN), new Date(now - FURTHER), new Date(now)]);
  // All at once: one address that is slow keeps nobody else's waiting.
  await Promise.all(
    due.map((one) =>
      lookAgain(one).catch((error: unknown) =>
        log.error({ err: error, calendar: one.id }, 'a calendar could not be looked at')
      )
    )
  );
  return due.length;
}

async function lookAgain({ id, personId, address, contents, zone }: z.infer<typeof Due>): Promise<void> {
  const text = address === null ? contents : await fetched(address);
  const read = text === null || text.length > LARGEST ? null : await busyIn(text, zone);
  await inTransaction(async (tx) => {
    const problem =
      read !== null ? null : text === null ? 'Nothing came back from there.' : 'What came back is no calendar.';
    await execute('update busy_calendars set problem = $2 where id = $1', [id, problem], tx);
    if (read) await writeTimes(id, read.times, tx);
    await publish({ what: 'plan', personId }, tx);
  });
}

async function busyIn(text: string, zone: string) {
  const now = clock.now();
  try {
    return await parseApart('calendar', { text, from: now - BACK, to: now + AHEAD, zone });
  } catch (error) {
    if (error instanceof TooCostly) return null;
    throw error;
  }
}

async function fetched(address: string): Promise<string | null> {
  // "webcal" is what calendars call the same address over HTTP.
  const url = address.replace(/^webcals?:/i, 'https:');
  if (!URL.canParse(url) || !/^https?:$/.test(new URL(url).protocol)) return null;
  try {
    const { status, body } = await fetchGuarded(url, await simulatedSite(), LIMITS);
    return status === 200 ? body.toString('utf8') : null;
  } catch (error) {
    if (error instanceof Unreached) return null;
    throw error;
  }
}

async function writeTimes(
  id: string,
  times: ReadonlyArray<{ title: string; from: number; to: number }>,
  tx: Tx
): Promise<void> {
  await execute('delete from busy_times where calendar_id = $1', [id], tx);
  await execute(
    `insert into busy_times (calendar_id, title, starts_at, ends_at)
     select $1, t.title, t.starts, t.ends from unnest($2::text[], $3::timestamptz[], $4::timestamptz[]) as t (title, starts, ends)`,
    [id, times.map(({ title }) => title), times.map(({ from }) => new Date(from)), times.map(({ to }) => new Date(to))],
    tx
  );
}

const CalendarRow = z.object({
  id: z.string(),
  title: z.string(),
  address: z.string().nullable(),
  lookedAt: z.number(),
  problem: z.string().nullable(),
  ahead: z.number()
});
const LIST = `
  select k.id, k.title, k.address, ${ms('k.looked_at')} as "lookedAt", k.problem,
    (select count(*)::int from busy_times b where b.calendar_id = k.id and b.ends_at > $2) as ahead
  from busy_calendars k where k.person_id = $1 order by k.title, k.id`;
const Due = z.object({
  id: z.string(),
  personId: z.string(),
  address: z.string().nullable(),
  contents: z.string(),
  zone: z.string()
});
/** Noted as looked at in the statement that finds them, so that two processes do not both go. */
const DUE = `
  update busy_calendars k set looked_at = $3 from people p
  where p.id = k.person_id and k.id in (select d.id from busy_calendars d
    where (d.address is not null and d.looked_at < $1) or d.looked_at < $2 order by d.looked_at limit 20 for update skip locked)
  returning k.id, k.person_id as "personId", k.address, k.contents, p.zone`;
