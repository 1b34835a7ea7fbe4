import { z } from 'zod';
import { Sitting, USUAL_HOURS, USUAL_SITTING, WorkingHours } from '$core/plan/free-time';
import { PLAN_DAYS, type PlanInputs, type PlanLine } from '$core/plan/inputs';
import type { Actor } from '$core/people/policy';
import { DAY } from '$core/time/moment';
import { clock } from '../clock';
import { PACE, PaceRow, PAUSES, PauseRow } from '../courses/pace';
import { jsonRows, ms, select } from '../db/connection';
import { LINE_COLUMNS, LineRow, ownLinesWith, toLines } from '../lines/line';
import { RESTED } from '../lines/projection';

/** Sessions that were held count for so long where the next one is numbered. */
const SAT_BACK = 120 * DAY;
/** More open work than anybody has. */
const MOST = 400;

/**
 * All that a student's plan is made of. Two queries.
 *
 * @param back how far back busy times are told too, in milliseconds: only whoever shows the past needs them
 */
export async function readPlanInputs(person: Pick<Actor, 'id'>, zone: string, back = 0): Promise<PlanInputs> {
  const now = clock.now();
  const [rows, [own]] = await Promise.all([
    select(PlanRow, LINES, [person.id, new Date(now), MOST]),
    select(OwnRow, OWN, [
      person.id,
      new Date(now - back),
      new Date(now + (PLAN_DAYS + 1) * DAY),
      new Date(now),
      new Date(now - SAT_BACK)
    ])
  ]);
  const lines = toLines(rows, now).flatMap((line, i): PlanLine[] => {
    const row = rows[i];
    if (!row) return [];
    const { own: minutes, target, passBy, allowance, settles, pace, sat, entered, unwritten, courseEnds } = row;
    return [{ ...line, own: minutes, target, passBy, allowance, settles, pace, sat, entered, unwritten, courseEnds }];
  });
  const { hours, sitting, busy, kept, past, pauses } = own ?? {
    hours: null,
    sitting: null,
    busy: [],
    kept: [],
    past: [],
    pauses: []
  };
  return { lines, hours: hours ?? USUAL_HOURS, sitting: sitting ?? USUAL_SITTING, busy, kept, past, pauses, now, zone };
}

const PlanRow = LineRow.extend({
  own: z.number().nullable(),
  target: z.number().nullable(),
  passBy: z.number().nullable(),
  allowance: z.number().nullable(),
  settles: z.string(),
  pace: PaceRow,
  sat: z.number(),
  entered: z.string().nullable(),
  unwritten: z.number(),
  courseEnds: z.number().nullable()
});
const SAT = `coalesce((select round(sum(extract(epoch from s.ends_at - s.starts_at)) / 60)::int from plan_sittings s
  where s.person_id = $1 and s.assignment_id = a.id and s.state = 'held'), 0)`;
/** What stands in work that is fed over the year: what its entries say, in the working packet and in what was submitted. */
const ENTERED = `case when a.settles = 'credits' then (select string_agg(g.facts ->> 'activities', ' ') from blob_facts g
  where g.facts ? 'activities' and (g.sha256 in (select f.sha256 from pieces f where f.packet_id = p.id)
    or g.sha256 in (select f.sha256 from round_pieces f where f.packet_id = p.id))) end`;
/** What places with a fewest number of words lack of it, each at most one: a page that was only opened is not written. What was never read lacks nothing. */
const UNWRITTEN = `case when p.pieces > 0 then coalesce((select sum(1 - least(1, s.words / s.fewest)) from (
  select sum(g.words)::float8 as words, (d.wants -> 'words' ->> 'from')::float8 as fewest
  from pieces f join deliverables d on d.id = f.deliverable_id join blob_readings g on g.sha256 = f.sha256
  where f.packet_id = p.id and not d.optional and (d.wants -> 'words' ->> 'from')::int > 0 group by d.id) s), 0) else 0 end`;
const LINES = `
  select ${LINE_COLUMNS}, w.minutes as own, ${ms('w.target_at')} as target, ${ms('a.pass_by')} as "passBy", a.allowance, a.settles,
    ${PACE('c')} as pace, ${SAT} as sat, ${ENTERED} as entered,
    ${UNWRITTEN} as unwritten,
    ${ms(`((c.ends_on + 1)::timestamp at time zone c.zone)`)} as "courseEnds"
  ${ownLinesWith('left join plan_wishes w on w.assignment_id = a.id and w.person_id = $1')}
    and not ${RESTED} and coalesce(p.phase, 'making') not in ('submitted', 'revising')
  order by a.due_at nulls last, a.id limit $3`;

const Kept = z.object({
  id: z.string(),
  taskId: z.string(),
  no: z.number(),
  state: z.enum(['pinned', 'running', 'held']),
  from: z.number(),
  to: z.number()
});
const OwnRow = z.object({
  hours: WorkingHours.nullable(),
  sitting: Sitting.nullable(),
  busy: z.array(z.object({ title: z.string(), from: z.number(), to: z.number() })),
  kept: z.array(Kept),
  past: z.array(z.object({ course: z.string(), said: z.number(), sat: z.number() })),
  pauses: z.array(PauseRow)
});
const BUSY = `
  select b.title, ${ms('b.starts_at')} as "from", ${ms('b.ends_at')} as "to" from busy_calendars k join busy_times b on b.calendar_id = k.id
  where k.person_id = $1 and b.ends_at > $2 and b.starts_at < $3 order by b.starts_at, b.title limit 5000`;
const KEPT = `
  select s.id, s.assignment_id as "taskId", s.no, s.state, ${ms('s.starts_at')} as "from", ${ms('coalesce(s.ends_at, $4)')} as "to"
  from plan_sittings s where s.person_id = $1 and (s.starts_at > $5 or s.state = 'running') order by s.starts_at, s.id limit 2000`;
/** Work that came to rest, of which they said how long they sat at it. */
const PAST = `
  select c.slug as course, a.expected_minutes::float8 as said, sum(extract(epoch from s.ends_at - s.starts_at) / 60)::float8 as sat
  from plan_sittings s join assignments a on a.id = s.assignment_id join courses c on c.id = a.course_id
  join packets_of_people w on w.assignment_id = a.id and w.person_id = $1 join packets p on p.id = w.packet_id and p.phase = 'settled'
  where s.person_id = $1 and s.state = 'held' and a.expected_minutes is not null
  group by c.slug, a.id, a.expected_minutes order by max(s.ends_at) desc limit 60`;
const OWN = `
  select (select hours from plan_settings where person_id = $1) as hours, (select sitting from plan_settings where person_id = $1) as sitting,
    ${jsonRows(BUSY)} as busy, ${jsonRows(KEPT)} as kept, ${jsonRows(PAST)} as past, ${PAUSES} as pauses`;
