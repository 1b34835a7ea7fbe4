import { z } from 'zod';
import type { Criterion } from '$core/assignments/rubric';
import type { MarkRefusal } from '$core/marking/words';
import type { RoundView } from '$core/packets/views';
import type { PeerRefusal } from '$core/peers/refusals';
import type { Actor } from '$core/people/policy';
import type { Anchor } from '$core/remarks/anchor';
import type { Moment } from '$core/time/moment';
import { criteriaOf, CriterionRow } from '../assignments/guidance';
import { clock } from '../clock';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { readHistory } from '../packets/read-packet';
import { codedName } from '../packets/without-names';
import { PARTY_NAME } from '../parties/party';

/** Remarks of one reader on one work. */
const MOST = 100;

/** A work that somebody was given to read, as they read it. */
export interface ReadingView {
  id: string;
  assignmentId: string;
  title: string;
  whose: string;
  round: RoundView;
  places: Array<{ id: string; title: string }>;
  criteria: Criterion[];
  /** The levels that were chosen. */
  levels: string[];
  words: string;
  doneAt: Moment | null;
  /** Its writer sees it, so that nothing can be changed. */
  shown: boolean;
  now: Moment;
}

/** @throws NotHere where this person was given no such work */
export async function readReading(person: Actor, id: string): Promise<ReadingView> {
  const [row] = await select(Row, READING, [id, person.id]);
  if (!row) throw new NotHere('This work');
  const { packetId, roundNo, shownAt, nameless, courseId: _, remarks: __, ...view } = row;
  const { rounds } = await readHistory(packetId, true);
  const round = rounds.find(({ no }) => no === roundNo);
  if (!round) throw new NotHere('This work');
  const own = round.remarks.filter(({ id: remark }) => row.remarks.includes(remark));
  const pieces = nameless
    ? round.pieces.map((piece, i) => ({ ...piece, name: codedName(piece.name, i + 1) }))
    : round.pieces;
  // What its teacher noted, and other readers, is none of this one's business.
  const bare = { ...round, pieces, remarks: own, judged: [], note: '', receipt: null };
  return { ...view, round: bare, shown: shownAt !== null, now: clock.now() };
}

/** Notes a remark on a work that one reads. Its writer sees it when the teacher shows what was read. @throws NotHere as above */
export function remarkAsReader(
  person: Actor,
  input: { readingId: string; pieceId: string; anchor: Anchor; body: string; criterionId?: string | null }
): Promise<Outcome<{ id: string }, PeerRefusal | MarkRefusal>> {
  return asReader(person, input.readingId, async ({ packetId, roundNo, remarks, assignmentId }, tx) => {
    if (remarks.length >= MOST) return { ok: false, why: 'too-many-remarks' };
    const { pieceId, anchor, body, criterionId = null } = input;
    const bind = [packetId, roundNo, pieceId, JSON.stringify(anchor), body, person.id, new Date(clock.now())];
    const [made] = await select(Made, ADD, [...bind, input.readingId, criterionId, assignmentId], tx);
    if (!made) throw new NotHere('This piece');
    return { ok: true, id: made.id };
  });
}

/** Takes a remark of one's own away. @throws NotHere as above */
export function dropAsReader(
  person: Actor,
  { readingId, remarkId }: { readingId: string; remarkId: string }
): Promise<Outcome<object, PeerRefusal>> {
  return asReader(person, readingId, async (_, tx) => {
    const [gone] = await select(Made, DROP, [remarkId, readingId], tx);
    if (!gone) throw new NotHere('This remark');
    return { ok: true };
  });
}

/** Keeps what is said of the whole, and hands it in where that is wanted. @throws NotHere as above */
export function keepReading(
  person: Actor,
  input: { readingId: string; words: string; levels: string[]; done: boolean }
): Promise<Outcome<{ assignmentId: string }, PeerRefusal>> {
  return asReader(person, input.readingId, async ({ doneAt, assignmentId }, tx) => {
    if (input.done && input.words.trim() === '') return { ok: false, why: 'says-too-little' };
    const done = input.done ? new Date(doneAt ?? clock.now()) : null;
    await execute(KEEP, [input.readingId, input.words.trim(), input.levels, done], tx);
    return { ok: true, assignmentId };
  });
}

async function asReader<T extends { ok: boolean }>(
  person: Actor,
  id: string,
  work: (reading: z.infer<typeof Row>, tx: Tx) => Promise<T>
): Promise<T | { ok: false; why: 'reading-is-shown' }> {
  return inTransaction(async (tx) => {
    await execute('select 1 from peer_readings where id = $1 for update', [id], tx);
    const [reading] = await select(Row, READING, [id, person.id], tx);
    if (!reading) throw new NotHere('This work');
    if (reading.shownAt !== null) return { ok: false, why: 'reading-is-shown' };
    const answer = await work(reading, tx);
    const { assignmentId, courseId } = reading;
    const facts = { assignmentId, courseId, followsDrafts: false };
    await publish({ what: 'remarked', packet: { members: [person.id], facts } }, tx);
    return answer;
  });
}

const Row = z.object({
  id: z.string(),
  packetId: z.string(),
  roundNo: z.number(),
  assignmentId: z.string(),
  courseId: z.string(),
  title: z.string(),
  whose: z.string(),
  nameless: z.boolean(),
  words: z.string(),
  levels: z.array(z.string()),
  doneAt: z.number().nullable(),
  shownAt: z.number().nullable(),
  remarks: z.array(z.string()),
  places: z.array(z.object({ id: z.string(), title: z.string() })),
  criteria: z.array(CriterionRow)
});
// A class that somebody has left gives them nothing to read any more; nor does a round that was taken back.
const READING = `
  select g.id, g.packet_id as "packetId", g.round_no as "roundNo", a.id as "assignmentId", a.course_id as "courseId", a.title,
    g.nameless, case when g.nameless then 'A classmate’s work' else ${PARTY_NAME} end as whose, g.words, g.levels::text[] as levels,
    ${ms('g.done_at')} as "doneAt", ${ms('g.shown_at')} as "shownAt",
    array(select k.id::text from remarks k where k.reading_id = g.id) as remarks,
    coalesce((select json_agg(json_build_object('id', d.id, 'title', d.title) order by d.position) from deliverables d
      where d.assignment_id = a.id), '[]') as places,
    ${criteriaOf('a.id')} as criteria
  from peer_readings g join packets p on p.id = g.packet_id join assignments a on a.id = p.assignment_id
  join enrolments e on e.course_id = a.course_id and e.person_id = g.reader_id and e.left_at is null
  join rounds r on r.packet_id = g.packet_id and r.no = g.round_no and r.state <> 'taken-back'
  where g.id = $1 and g.reader_id = $2`;
const Made = z.object({ id: z.string() });
const ADD = `
  insert into remarks (packet_id, round_no, round_piece_id, anchor, body, by_person, at, reading_id, criterion_id)
  select $1, $2, i.id, $4, $5, $6, $7, $8, (select id from criteria where id = $9 and assignment_id = $10)
  from round_pieces i where i.id = $3 and i.packet_id = $1 and i.round_no = $2 returning id`;
const DROP = 'delete from remarks where id = $1 and reading_id = $2 and returned_at is null returning id';
const KEEP = 'update peer_readings set words = $2, levels = $3::uuid[], done_at = coalesce($4, done_at) where id = $1';
