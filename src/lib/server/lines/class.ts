import { z } from 'zod';
import type { ClassLine } from '$core/marking/views';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { select } from '../db/connection';
import { LINE_COLUMNS, LineRow, linesWhere, toLines } from './line';

/** Where everyone in the course stands on an assignment. One query. The caller has asked the policy. */
export async function readClass(facts: {
  assignmentId: string;
  followsDrafts: boolean;
  nameless?: boolean;
}): Promise<{ lines: ClassLine[]; now: Moment }> {
  const now = clock.now();
  const rows = await select(ClassRow, CLASS, [facts.assignmentId]);
  // Whether a draft has begun is the student's own business, unless the assignment lets the teacher follow it.
  const known = facts.followsDrafts ? rows : rows.map((row) => ({ ...row, pieces: 0 }));
  const lines = toLines(known, now);
  // From a name nobody comes to a work that is marked without it.
  const led = rows.map((row) => (facts.nameless && row.phase !== 'settled' ? { ...row, packetId: null } : row));
  return { now, lines: led.flatMap((row, i) => classLine(row, lines[i])) };
}

function classLine(row: z.infer<typeof ClassRow>, line: ReturnType<typeof toLines>[number] | undefined): ClassLine[] {
  if (!line) return [];
  const { studentId, student, packetId, extended, rounds, sealUntil, claim, askedBack, extraMinutes } = row;
  const { due, since, given, kept, ranOut, holder, standing, settledBy, lastMove, at } = line;
  const held = { holder, standing, settledBy, lastMove, at, due, since, given, kept, ranOut };
  return [{ studentId, student, packetId, extended, rounds, sealUntil, claim, askedBack, extraMinutes, ...held }];
}

const ClassRow = LineRow.extend({
  studentId: z.string(),
  student: z.string(),
  packetId: z.string().nullable(),
  extended: z.boolean(),
  rounds: z.number(),
  claim: z.string().nullable(),
  askedBack: z.boolean(),
  extraMinutes: z.number()
});

const CLASS = `
  select ${LINE_COLUMNS}, s.id as "studentId", s.name as student, p.id as "packetId",
    coalesce(p.due_extended or p.closes_extended, false) as extended,
    (select count(*)::int from rounds r where r.packet_id = p.id) as rounds,
    coalesce(p.extra_minutes, 0) as "extraMinutes",
    coalesce(p.asked_back_at is not null, false) as "askedBack",
    case when p.claimed_at is not null then (select e2.data->>'note' from custody_events e2
      where e2.packet_id = p.id and e2.type = 'in-person-claimed' order by e2.seq desc limit 1) end as claim
  ${linesWhere('a.id = $1', 'join people s on s.id = e.person_id')}
  order by s.sort_name, s.id`;
