import { z } from 'zod';
import type { SaidRefusal } from '$core/threads/rules';
import { may, type Actor, type Deed } from '$core/people/policy';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { post, saidOn } from './say';
import { shownOnFloor } from './shown-on-floor';

type Done = Outcome<object, SaidRefusal>;

/** Lets something on an open floor stand first, or not any more. Its teachers do. */
export const pin = (person: Actor, { postId, on }: { postId: string; on: boolean }): Promise<Done> =>
  managing(person, postId, 'see-class', async (said, tx) => {
    if (said.partyId !== null) throw new NotHere('This message');
    if (said.takenDown) return { ok: false, why: 'taken-down' };
    await execute('update posts set pinned_at = $2 where id = $1', [postId, on ? new Date(clock.now()) : null], tx);
    return { ok: true };
  });

/** Takes down what was said to everybody. Why stands in its place; what it said its author and the teachers still read. */
export const takeDown = (person: Actor, { postId, why }: { postId: string; why: string }): Promise<Done> =>
  managing(person, postId, 'see-class', async (said, tx) => {
    if (said.partyId !== null) throw new NotHere('This message');
    if (said.takenDown) return { ok: false, why: 'taken-down' };
    const bind = [postId, new Date(clock.now()), person.id, why];
    await execute(TAKE_DOWN, bind, tx);
    // Its words are in no tiding any more either.
    await execute('delete from tidings where about = $1', [`post ${postId}`], tx);
    await audit(person.id, 'take-down', postId, { why }, tx);
    return { ok: true };
  });

/** Notes that one has not read something yet, and what came after it. */
export const keepUnread = (person: Actor, { postId }: { postId: string }): Promise<Done> =>
  managing(person, postId, 'read-assignment', async (said, tx) => {
    await execute(
      'update heard set no = least(no, $3::bigint - 1) where person_id = $1 and place = $2',
      [person.id, said.place, said.no],
      tx
    );
    return { ok: true };
  });

/**
 * Answers for everybody what a student asked aside, without saying who asked: on the open floor of the same assignment, or of the course.
 *
 * @param question as everybody reads it; `answer`: below it
 */
export async function answerToAll(
  person: Actor,
  { postId, question, answer }: { postId: string; question: string; answer: string }
): Promise<Done> {
  const said = await inTransaction((tx) => found(person, postId, 'see-class', tx));
  if (said.partyId === null || said.teaches) throw new NotHere('This question');
  const quoted = question
    .trim()
    .split('\n')
    .map((line) => `> ${line}`)
    .join('\n');
  const { assignmentId, courseId } = said;
  const where = assignmentId === null ? { courseId } : { assignmentId };
  const body = `**Somebody asked:**\n\n${quoted}\n\n${answer.trim()}`;
  return post(person, { ...where, to: 'floor', body });
}

/** The floor of an assignment, as its teacher keeps it. */
export const FloorForm = z.object({
  hides: z
    .literal('on')
    .optional()
    .transform((on) => on === 'on'),
  closed: z
    .literal('on')
    .optional()
    .transform((on) => on === 'on')
});

/** Keeps whether students see what others said before they have said something, and whether anything more can be said. */
export async function keepFloor(
  person: Actor,
  { assignmentId, hides, closed }: { assignmentId: string } & z.infer<typeof FloorForm>
): Promise<Outcome<object, never>> {
  return inTransaction(async (tx) => {
    const [row] = await select(Teaching, TEACHING, [assignmentId, person.id], tx);
    if (!row || !may(person, 'see-class', { courseRole: row.role })) throw new NotHere('This assignment');
    await execute(KEEP_FLOOR, [assignmentId, hides, closed ? new Date(clock.now()) : null], tx);
    await audit(person.id, 'keep-floor', assignmentId, { hides, closed }, tx);
    await publish({ what: 'assignment-changed', assignmentId, courseId: row.courseId }, tx);
    return { ok: true };
  });
}

async function managing(
  person: Actor,
  postId: string,
  deed: Deed,
  act: (said: Row, tx: Tx) => Promise<Done>
): Promise<Done> {
  return inTransaction(async (tx) => {
    const said = await found(person, postId, deed, tx);
    const done = await act(said, tx);
    const { courseId, partyId } = said;
    if (done.ok && partyId === null)
      await publish({ what: 'said', on: saidOn(courseId, said), courseId, people: null }, tx);
    return done;
  });
}

async function found(person: Actor, postId: string, deed: Deed, tx: Tx): Promise<Row> {
  const [said] = await select(Row, POST, [postId, person.id], tx);
  const relation = said && { courseRole: said.courseRole, ownsPacket: said.ownsPacket, published: said.shown };
  const reads = said?.partyId && deed === 'read-assignment' ? 'read-aside' : deed;
  if (!said || !relation || !may(person, reads, relation)) throw new NotHere('This message');
  return said;
}

const Row = z.object({
  courseId: z.string(),
  assignmentId: z.string().nullable(),
  noticeId: z.string().nullable(),
  partyId: z.string().nullable(),
  place: z.string(),
  no: z.coerce.number(),
  takenDown: z.boolean(),
  teaches: z.boolean(),
  shown: z.boolean(),
  ownsPacket: z.boolean(),
  courseRole: z.enum(['student', 'teacher']).nullable()
});
type Row = z.infer<typeof Row>;
const POST = `
  select p.course_id as "courseId", p.assignment_id as "assignmentId", p.notice_id as "noticeId", p.party_id as "partyId", p.place,
    p.no, p.taken_down_at is not null as "takenDown", coalesce(a.published, not n.hidden, true) as shown, e.role as "courseRole",
    exists (select 1 from enrolments t where t.course_id = p.course_id and t.person_id = p.by_person and t.role = 'teacher') as teaches,
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as "ownsPacket"
  from posts p left join assignments a on a.id = p.assignment_id left join notices n on n.id = p.notice_id
  left join enrolments e on e.course_id = p.course_id and e.person_id = $2 and e.left_at is null
  where p.id = $1 and ${shownOnFloor('p', '$2')} for update of p`;
const TAKE_DOWN = `
  update posts set taken_down_at = $2, taken_down_by = $3, taken_down_why = $4, pinned_at = null where id = $1`;
const Teaching = z.object({ courseId: z.string(), role: z.enum(['student', 'teacher']).nullable() });
const TEACHING = `
  select a.course_id as "courseId", e.role from assignments a
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.left_at is null where a.id = $1 for update of a`;
const KEEP_FLOOR = `
  update assignments set floor_hides = $2,
    floor_closed_at = case when $3::timestamptz is null then null else coalesce(floor_closed_at, $3) end where id = $1`;
