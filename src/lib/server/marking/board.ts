import { z } from 'zod';
import { packCells, type BoardCell, type BoardColumn, type BoardRow } from '$core/grades/board';
import { countedPoints } from '$core/grades/points';
import { gradeState } from '$core/grades/state';
import { WAYS } from '$core/judging/ways';
import { LatePolicy } from '$core/lateness/late-policy';
import type { CustodySummary } from '$core/packets/custody';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { courseFor } from '../courses/course-head';
import { execute, inTransaction, jsonRows, ms, select } from '../db/connection';
import { audit } from '../db/audit';
import { holdingOf } from '../lines/projection';
import { assignmentShown } from '../lines/shown';
import { publish } from '../live/publish';
import { NotHere } from '../outcome';
import { withPacket } from '../packets/open-packet';
import { isNameless } from '../parties/party';

export interface Board {
  columns: BoardColumn[];
  rows: BoardRow[];
  /** Students see what classmates show of theirs. */
  open: boolean;
  /** The reader's own row; null for a teacher. */
  own: string | null;
  now: Moment;
}

/**
 * A course's assignments against its people. A teacher sees everyone; a student their own row in full and of others', where the board
 * is open, what these show. Two queries, whatever its size.
 *
 * @throws NotHere where this person is not in the course
 */
export async function readBoard(person: Actor, course: string): Promise<Board> {
  const { id, role } = await courseFor(person, course, 'read-course');
  const now = clock.now();
  const teaches = role === 'teacher';
  const [[head], rows] = await Promise.all([
    select(Head, HEAD, [id, new Date(now), teaches]),
    select(Row, ROWS, [id, new Date(now), teaches, person.id])
  ]);
  const columns = head?.columns ?? [];
  const untouched = columns.map((column) => cellOf(column, null, now));
  const asRow = ({ id: whose, name, packets }: z.infer<typeof Row>): BoardRow => {
    const all = teaches || whose === person.id;
    const cells: Array<BoardCell | null> = all ? [...untouched] : columns.map(() => null);
    for (const packet of packets) {
      const column = columns[packet[0]];
      if (!column) continue;
      const cell = cellOf(column, packet, now);
      // What came of it is its owner's, whatever they show.
      cells[packet[0]] = all ? cell : { ...cell, points: null, late: false };
    }
    return { id: whose, name, cells: packCells(cells) };
  };
  return {
    columns: columns.map(({ id: own, title, unit, due, points, settles }) => ({
      id: own,
      title,
      unit,
      due,
      points,
      settles
    })),
    rows: rows.map(asRow),
    open: head?.open ?? false,
    own: teaches ? null : person.id,
    now
  };
}

/** Lets students see what classmates show of theirs, or ends that. @throws NotHere for whoever does not teach it */
export async function openBoard(person: Actor, course: string, open: boolean): Promise<{ ok: true }> {
  await inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'shape-course', tx);
    await execute('update courses set board_open = $2 where id = $1', [id, open], tx);
    await audit(person.id, open ? 'open-board' : 'close-board', id, {}, tx);
    await publish({ what: 'course-shaped', courseId: id }, tx);
  });
  return { ok: true };
}

/** A student shows classmates where their work on an assignment stands, or hides it again. Every cell is its owner's. */
export async function showOnBoard(person: Actor, { assignmentId, shown }: { assignmentId: string; shown: boolean }) {
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', null, async (packet) => {
    await execute('update packets set on_board = $2 where id = $1', [packet.id, shown], packet.tx);
    await publish({ what: 'course-shaped', courseId: packet.facts.courseId }, packet.tx);
    return { ok: true as const };
  });
}

/**
 * Where a cell of the board leads its reader: a teacher to the work at the marking desk, or to the class while there is none; a student to
 * their own work.
 *
 * @throws NotHere where this person is not in the course, or the cell is not theirs
 */
export async function behindCell(
  person: Actor,
  course: string,
  cell: { assignment: string; student: string }
): Promise<string> {
  const { id, role } = await courseFor(person, course, 'read-course');
  if (role === 'student' && cell.student !== person.id) throw new NotHere('This cell');
  const [row] = await select(Behind, BEHIND, [cell.assignment, cell.student, id]);
  if (!row) throw new NotHere('This cell');
  const marked = role === 'teacher' && row.rounds && row.packet !== null;
  return marked ? `/marking/${row.packet}?of=${cell.assignment}` : `/assignments/${cell.assignment}`;
}

/** A packet as the statement packs it: column, phase, settled by, excused, in person, seal, given, kept, late, due, closes, shown, stage. */
type Packed = [
  column: number,
  phase: CustodySummary['phase'],
  settledBy: CustodySummary['settledBy'],
  excused: boolean,
  inPerson: boolean,
  sealUntil: number | null,
  given: number | null,
  kept: number | null,
  late: boolean,
  due: number | null,
  closes: number | null,
  shown: boolean,
  at: CustodySummary['at']
];

function cellOf(column: Column, packet: Packed | null, now: Moment): BoardCell {
  const [, phase, settledBy, excused, inPerson, sealUntil, given, kept, late, due, closes, shown, at] =
    packet ?? UNTOUCHED;
  const moments = packet === null ? { due: column.due, closes: column.closes } : { due, closes };
  const held = holdingOf(
    // Whether a draft has begun is nobody's business here.
    { phase, pieces: 0, settledBy, excused, inPerson, lastMove: null, sealUntil, since: null, given, kept, at },
    { due: moments.due, closes: moments.closes, late: column.late },
    now
  );
  return {
    state: gradeState({ ...held, opens: column.opens, due: moments.due }, now),
    late,
    points: given === null ? null : countedPoints(given, kept ?? 1),
    shown
  };
}
const UNTOUCHED: Packed = [0, 'making', null, false, false, null, null, null, false, null, null, false, null];

const Column = z.object({
  id: z.string(),
  title: z.string(),
  unit: z.string().nullable(),
  due: z.number().nullable(),
  points: z.number().nullable(),
  opens: z.number().nullable(),
  closes: z.number().nullable(),
  late: LatePolicy,
  settles: z.enum(WAYS)
});
type Column = z.infer<typeof Column>;
const Head = z.object({ open: z.boolean(), columns: z.array(Column) });
// Packets are read by the thousand: each is taken as the statement packs it.
const Row = z.object({ id: z.string(), name: z.string(), packets: z.array(z.custom<Packed>()) });

/** The columns, in the order of the outline; students have those that they see. */
const COLUMNS = `
  select a.*, u.title as unit, row_number() over (order by u.position nulls last, a.position, a.id)::int - 1 as n
  from assignments a left join units u on u.id = a.unit_id
  where a.course_id = $1 and a.published and ($3 or ${assignmentShown('a', '$2')})`;
const HEAD = `
  select c.board_open as open, ${jsonRows(`
    select a.id, a.title, a.unit, ${ms('a.due_at')} as due, a.points::float8 as points, ${ms('a.opens_at')} as opens,
      ${ms('a.closes_at')} as closes, a.late_policy as late, a.settles
    from (${COLUMNS}) a order by a.n`)} as columns
  from courses c where c.id = $1`;
const ROWS = `
  with columns as materialized (${COLUMNS}), seen as (
    select s.id, s.name, s.sort_name, $3 or s.id = $4 as whole
    from enrolments e join people s on s.id = e.person_id
    where e.course_id = $1 and e.role = 'student' and e.left_at is null
      and ($3 or s.id = $4 or (select board_open from courses where id = $1))
  ), packed as (
    select m.person_id, json_agg(json_build_array(k.n, p.phase, p.settled_by, p.excused, p.in_person, ${ms('p.seal_until')},
        p.given::float8, p.kept::float8, coalesce(p.late_seconds, 0) > 0,
        ${ms('case when p.due_extended then p.due_at else k.due_at end')},
        ${ms('case when p.closes_extended then p.closes_at else k.closes_at end')}, p.on_board, p.stage_place)) as packets
    from columns k join packets p on p.assignment_id = k.id join party_members m on m.party_id = p.party_id
    join seen s on s.id = m.person_id
    where s.whole or p.on_board group by m.person_id
  )
  select s.id, s.name, coalesce(k.packets, '[]') as packets from seen s left join packed k on k.person_id = s.id
  where s.whole or k.packets is not null order by s.id <> $4, s.sort_name, s.id`;

const Behind = z.object({ packet: z.string().nullable(), rounds: z.boolean() });
const BEHIND = `
  select case when ${isNameless()} then null else w.packet_id end as packet,
    exists (select 1 from rounds r where r.packet_id = w.packet_id) as rounds
  from assignments a join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.role = 'student'
  left join packets_of_people w on w.assignment_id = a.id and w.person_id = $2 left join packets p on p.id = w.packet_id
  where a.id = $1 and a.course_id = $3 and a.published`;
