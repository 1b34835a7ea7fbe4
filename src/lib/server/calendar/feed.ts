import { createHash, randomBytes } from 'node:crypto';
import { z } from 'zod';
import { calendarText, eventText, type FeedEvent } from '$core/calendar/feed';
import { makePlan } from '$core/plan/inputs';
import { whyWords } from '$core/plan/why';
import type { Actor } from '$core/people/policy';
import { DAY, MINUTE } from '$core/time/moment';
import { clock } from '../clock';
import { config } from '../config';
import { execute, inTransaction, ms, select } from '../db/connection';
import { EFFECTIVE_DUE } from '../lines/effective';
import { ownLinesWith } from '../lines/line';
import { NotHere } from '../outcome';
import { readPlanInputs } from '../plan/read-plan';

/** How far back and ahead a feed goes. */
const BACK = 60 * DAY;
const AHEAD = 400 * DAY;
const MOST = 3000;

/**
 * Makes a person's feed, or a new one in place of the one that they have: the old address says nothing from then on. Its secret is kept
 * as a digest, so that the address is shown once.
 *
 * @returns the address
 */
export async function makeFeed(person: Actor): Promise<string> {
  const token = randomBytes(24).toString('base64url');
  await execute(
    `insert into calendar_feeds (person_id, token_hash, made_at) values ($1, $2, $3)
     on conflict (person_id) do update set token_hash = excluded.token_hash, made_at = excluded.made_at`,
    [person.id, digest(token), new Date(clock.now())]
  );
  return `${config.origin}/feeds/${token}.ics`;
}

/** Takes a person's feed away: its address says nothing any more. */
export async function endFeed(person: Actor): Promise<void> {
  await inTransaction(async (tx) => {
    await execute('delete from calendar_feeds where person_id = $1', [person.id], tx);
    await execute('delete from feed_events where person_id = $1', [person.id], tx);
  });
}

/** Since when a person has a feed; null where they have none. */
export async function feedSince(person: Actor): Promise<number | null> {
  const [row] = await select(
    z.object({ at: z.number() }),
    `select ${ms('made_at')} as at from calendar_feeds where person_id = $1`,
    [person.id]
  );
  return row?.at ?? null;
}

/**
 * A feed as whoever has its address reads it: due moments and sessions, each under a name that stays, with a number that grows when it
 * changes (RFC 5545, 3.8.7.4).
 *
 * @throws NotHere where there is no such feed, or it was taken away
 */
export async function readFeed(token: string): Promise<string> {
  return feedOf(FEED_OWNER, digest(token));
}

/** A person's own calendar as one file, to take along once. */
export const ownCalendar = (person: Actor): Promise<string> => feedOf(OWNER, person.id);

/** The due moment of one assignment, as its student has it, as a file. @throws NotHere where it is not set for them, or has none */
export async function dueCalendar(person: Actor, assignmentId: string): Promise<{ title: string; text: string }> {
  const now = clock.now();
  const bind = [person.id, new Date(now), new Date(0), new Date(now + 10 * AHEAD), 1, assignmentId];
  const [due] = await select(DueRow, ONE_DUE, bind);
  if (!due) throw new NotHere('A due moment');
  const text = eventText(dueEvent(due), { sequence: 0, changedAt: now });
  return { title: due.title, text: calendarText(due.title, [text], [due.zone], now) };
}

type Owner = z.infer<typeof Owner>;

/** What a feed said last, as long as nothing that it is made of has changed: calendars ask again and again. */
const said = new Map<string, { version: string; text: string }>();
/** Characters that are kept of all feeds together; the oldest make room. */
const MOST_KEPT = 16_000_000;
let kept = 0;
/** Sessions are planned from the present moment on: for so long the present is the same one. */
const PRESENT = 15 * MINUTE;

/** @param whose the statement that finds whose it is, by `key`, and tells whether anything has changed since */
async function feedOf(whose: string, key: unknown): Promise<string> {
  const [owner] = await select(Owner, whose, [key]);
  if (!owner) throw new NotHere('This calendar');
  const present = Math.floor(clock.now() / PRESENT);
  const version = `${owner.version} ${present} ${owner.zone} ${owner.name}`;
  const known = said.get(owner.id);
  if (known?.version === version) return known.text;
  const text = await madeFeed(owner, clock.now());
  if (known) kept -= known.text.length;
  said.delete(owner.id);
  said.set(owner.id, { version, text });
  kept += text.length;
  for (const [id, old] of said) {
    if (kept <= MOST_KEPT) break;
    said.delete(id);
    kept -= old.text.length;
  }
  return text;
}

async function madeFeed(owner: Owner, now: number): Promise<string> {
  const [events, known] = await Promise.all([
    eventsOf(owner),
    select(KnownRow, 'select uid, digest, sequence, text from feed_events where person_id = $1', [owner.id])
  ]);
  const before = new Map(known.map((one) => [one.uid, one]));
  const changed: Array<z.infer<typeof KnownRow>> = [];
  const texts = events.map((event) => {
    const own = digestOf(event);
    const was = before.get(event.uid);
    if (was?.digest === own) return was.text;
    const sequence = was ? was.sequence + 1 : 0;
    const text = eventText(event, { sequence, changedAt: now });
    changed.push({ uid: event.uid, digest: own, sequence, text });
    return text;
  });
  await note(owner.id, changed, now);
  const zones = [...new Set([owner.zone, ...events.map(({ zone }) => zone)])];
  return calendarText(`${owner.name}, Vendro`, texts, zones, now);
}

async function eventsOf(owner: Owner): Promise<FeedEvent[]> {
  const now = clock.now();
  const bind = [owner.id, new Date(now), new Date(now - BACK), new Date(now + AHEAD), MOST];
  const [dues, inputs] = await Promise.all([select(DueRow, DUES, bind), readPlanInputs(owner, owner.zone)]);
  const titles = new Map(inputs.lines.map((line) => [line.assignmentId, line]));
  const placed = makePlan(inputs).plan.sittings.map((one) => ({ ...one, about: whyWords(one.why, owner.zone, now) }));
  const pinned = inputs.kept
    .filter(({ state, to }) => state === 'pinned' && to > now)
    .map((one) => ({ ...one, about: 'You put it there' }));
  const sittings = [...placed, ...pinned].flatMap(({ taskId, no, from, to, about }): FeedEvent[] => {
    const line = titles.get(taskId);
    if (!line) return [];
    const url = `${config.origin}/assignments/${taskId}`;
    return [
      {
        uid: `session-${taskId}-${no}@vendro`,
        title: line.title,
        from,
        to,
        zone: owner.zone,
        about: `${line.course.title}\n${about}`,
        url,
        busy: true
      }
    ];
  });
  return [...dues.map((due) => dueEvent(due)), ...sittings];
}

function dueEvent({ id, title, course, zone, due }: z.infer<typeof DueRow>): FeedEvent {
  const url = `${config.origin}/assignments/${id}`;
  return { uid: `due-${id}@vendro`, title: `Due: ${title}`, from: due, to: due, zone, about: course, url, busy: false };
}

async function note(person: string, changed: ReadonlyArray<z.infer<typeof KnownRow>>, now: number): Promise<void> {
  if (changed.length === 0) return;
  await execute(NOTE, [
    person,
    changed.map(({ uid }) => uid),
    changed.map((one) => one.digest),
    changed.map(({ sequence }) => sequence),
    changed.map(({ text }) => text),
    new Date(now)
  ]);
}

const digest = (token: string): Buffer => createHash('sha256').update(token).digest();
const digestOf = (event: FeedEvent): string =>
  createHash('sha256').update(JSON.stringify(event)).digest('base64url').slice(0, 22);

/**
 * Tells all that a feed is made of from all that it was before: every change of a row gives it another `xmin` (PostgreSQL, 5.5). It costs
 * a tenth of reading and planning it.
 */
const VERSION = `concat_ws(' ',
    (select md5(string_agg(a.xmin::text || coalesce(k.xmin::text, '') || coalesce(u.xmin::text, '') || c.xmin, ' ' order by a.id))
      from enrolments e join courses c on c.id = e.course_id join assignments a on a.course_id = e.course_id
      left join units u on u.id = a.unit_id left join packets_of_people w on w.assignment_id = a.id and w.person_id = p.id
      left join packets k on k.id = w.packet_id
      where e.person_id = p.id and e.role = 'student' and e.left_at is null),
    (select string_agg(s.xmin::text, ' ' order by s.id) from plan_sittings s where s.person_id = p.id),
    (select string_agg(s.xmin::text, ' ' order by s.assignment_id) from plan_wishes s where s.person_id = p.id),
    (select s.xmin::text from plan_settings s where s.person_id = p.id),
    (select md5(string_agg(b.xmin::text, ' ' order by b.calendar_id, b.starts_at)) from busy_calendars y
      join busy_times b on b.calendar_id = y.id where y.person_id = p.id),
    (select string_agg(d.xmin::text, ' ' order by d.id) from calendar_days d)) as version`;
const Owner = z.object({ id: z.string(), name: z.string(), zone: z.string(), version: z.string() });
const OWNER = `select p.id, p.name, p.zone, ${VERSION} from people p where p.id = $1`;
const FEED_OWNER = `
  select p.id, p.name, p.zone, ${VERSION} from calendar_feeds f join people p on p.id = f.person_id where f.token_hash = $1`;
const KnownRow = z.object({ uid: z.string(), digest: z.string(), sequence: z.number(), text: z.string() });
const DueRow = z.object({ id: z.string(), title: z.string(), course: z.string(), zone: z.string(), due: z.number() });
const DUES_OF = `
  select a.id, a.title, c.title as course, c.zone, ${ms(`(${EFFECTIVE_DUE})`)} as due ${ownLinesWith('')}
    and (${EFFECTIVE_DUE}) > $3 and (${EFFECTIVE_DUE}) < $4 and not coalesce(p.excused, false)
`;
const DUES = `${DUES_OF} order by (${EFFECTIVE_DUE}), a.id limit $5`;
const ONE_DUE = `${DUES_OF} and a.id = $6 limit $5`;
/** Two readers at once note the same. */
const NOTE = `
  insert into feed_events (person_id, uid, digest, sequence, text, changed_at)
  select $1, t.uid, t.digest, t.sequence, t.text, $6
  from unnest($2::text[], $3::text[], $4::int[], $5::text[]) as t (uid, digest, sequence, text)
  on conflict (person_id, uid) do update set digest = excluded.digest, sequence = excluded.sequence, text = excluded.text,
    changed_at = excluded.changed_at`;
