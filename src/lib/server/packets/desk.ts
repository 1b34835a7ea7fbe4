import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import { holding, type CustodySummary } from '$core/packets/custody';
import type { DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';

/** How many settled assignments the Desk shows; the rest are one click away. */
export const SETTLED_ON_DESK = 8;
/** How many lines a page of settled work has. */
export const SETTLED_PAGE = 50;

/**
 * What a student has to do and waits for: all that is not settled, and the last few that are. Two queries.
 */
export async function readDesk(person: Actor): Promise<{ lines: DeskLine[]; moreSettled: boolean; now: Moment }> {
  const now = clock.now();
  const [open, settled] = await Promise.all([
    select(DeskRow, `${DESK} and not ${RESTED} order by due nulls last, a.id`, [person.id]),
    select(DeskRow, `${DESK} and ${RESTED} order by p.since_at desc nulls last, a.id limit $2`, [
      person.id,
      SETTLED_ON_DESK + 1
    ])
  ]);
  const shown = settled.slice(0, SETTLED_ON_DESK);
  return {
    lines: [...open, ...shown].map((row) => toLine(row, now)),
    moreSettled: settled.length > shown.length,
    now
  };
}

/** Where a page of settled work ended: the next one begins after it. */
export interface SettledPlace {
  since: Moment;
  assignmentId: string;
}

/** Settled work, the latest first, a page at a time by keyset. One query. */
export async function readSettled(
  person: Actor,
  after: SettledPlace | null
): Promise<{ lines: DeskLine[]; next: SettledPlace | null; now: Moment }> {
  const now = clock.now();
  const rows = await select(
    DeskRow,
    `${DESK} and ${RESTED}
       and ($2::timestamptz is null or (coalesce(p.since_at, 'epoch'), a.id) < ($2::timestamptz, $3::uuid))
     order by coalesce(p.since_at, 'epoch') desc, a.id desc limit $4`,
    [person.id, after ? new Date(after.since) : null, after?.assignmentId ?? null, SETTLED_PAGE + 1]
  );
  const lines = rows.slice(0, SETTLED_PAGE).map((row) => toLine(row, now));
  const last = lines.at(-1);
  const next = rows.length > SETTLED_PAGE && last ? { since: last.since ?? 0, assignmentId: last.assignmentId } : null;
  return { lines, next, now };
}

const DeskRow = z.object({
  assignmentId: z.string(),
  title: z.string(),
  courseTitle: z.string(),
  emblem: z.string(),
  zone: z.string(),
  points: z.number().nullable(),
  opens: z.number().nullable(),
  due: z.number().nullable(),
  closes: z.number().nullable(),
  late: LatePolicy,
  phase: z.custom<CustodySummary['phase']>().nullable(),
  pieces: z.number().nullable(),
  settledBy: z.custom<CustodySummary['settledBy']>(),
  excused: z.boolean().nullable(),
  inPerson: z.boolean().nullable(),
  lastMove: z.custom<CustodySummary['lastMove']>(),
  since: z.number().nullable(),
  round: z.number().nullable(),
  lateSeconds: z.number().nullable(),
  given: z.number().nullable(),
  kept: z.number().nullable()
});

const EFFECTIVE_DUE = 'case when p.due_extended then p.due_at else a.due_at end';
const EFFECTIVE_CLOSES = 'case when p.closes_extended then p.closes_at else a.closes_at end';
const RESTED = "coalesce(p.phase = 'settled' or p.excused or p.in_person, false)";

const DESK = `
  select a.id as "assignmentId", a.title, c.title as "courseTitle", c.emblem, c.zone, a.points::float8 as points,
    ${ms('a.opens_at')} as opens, ${ms(`(${EFFECTIVE_DUE})`)} as due, ${ms(`(${EFFECTIVE_CLOSES})`)} as closes,
    a.late_policy as late, p.phase, p.pieces, p.settled_by as "settledBy", p.excused, p.in_person as "inPerson",
    p.last_move as "lastMove", ${ms('p.since_at')} as since,
    r.no as round, r.late_seconds as "lateSeconds", m.points::float8 as given, m.kept::float8 as kept
  from enrolments e
  join assignments a on a.course_id = e.course_id and a.published
  join courses c on c.id = a.course_id
  join party_members pm on pm.person_id = e.person_id
  join parties pt on pt.id = pm.party_id and pt.kind = 'person'
  left join packets p on p.assignment_id = a.id and p.party_id = pt.id
  left join lateral (select no, late_seconds from rounds where packet_id = p.id
    order by (state in ('standing', 'settled')) desc, no desc limit 1) r on true
  left join lateral (select points, kept from marks where packet_id = p.id and returned_at is not null
    order by returned_at desc limit 1) m on p.last_seq > 0
  where e.person_id = $1 and e.role = 'student' and e.left_at is null`;

function toLine(row: z.infer<typeof DeskRow>, now: Moment): DeskLine {
  const { phase, pieces, excused, inPerson, settledBy, lastMove, ...line } = row;
  const summary: CustodySummary = {
    phase: phase ?? 'making',
    pieces: pieces ?? 0,
    excused: excused ?? false,
    inPerson: inPerson ?? false,
    settledBy,
    lastMove,
    terms: { due: row.due, closes: row.closes, late: row.late }
  };
  return { ...line, ...holding(summary, now) };
}
