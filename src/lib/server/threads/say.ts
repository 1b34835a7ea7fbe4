import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { firstWords } from '$core/tidings/first-words';
import type { SaidRefusal } from '$core/threads/rules';
import { About } from '$core/threads/views';
import { may, type Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import type { StoredBlob } from '../blobs/store';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish, type SaidOn } from '../live/publish';
import { assignmentShown, shownToStudents } from '../lines/shown';
import { NotHere, type Outcome } from '../outcome';
import { membersIn, partyOf } from '../parties/party';
import { tell } from '../tidings/tell';
import { noteHeard } from './read-posts';
import { NotNow, TooCostly } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/** The longest that is said at once, in characters of its text. */
export const LONGEST = 10_000;

export const NewPost = z.object({
  /** As it was typed into a plain field: Markdown. */
  body: z.string().trim().max(LONGEST, 'That is more than fits into one message.').default(''),
  /** As the editor wrote it; in place of `body`. */
  html: z
    .string()
    .max(6 * LONGEST, 'That is more than fits into one message.')
    .default(''),
  assignmentId: z.uuid().nullable().default(null),
  noticeId: z.uuid().nullable().default(null),
  /** For an aside that belongs to no assignment. */
  courseId: z.uuid().nullable().default(null),
  /** `floor`: everyone in the course reads it. `aside`: the student's own party and the course's teachers only. */
  to: z.enum(['floor', 'aside']),
  /** The student of an aside, where a teacher writes; students always write in their own. */
  studentId: z.uuid().nullable().default(null),
  about: About.nullable().default(null),
  /** What it answers, of the same place. */
  answersTo: z.uuid().nullable().default(null)
});

export interface SaidBlob {
  name: string;
  blob: StoredBlob;
}

/** What was written, as text and as clean rich text; `ok: false` where it is nested beyond what can be shown. */
export async function written({
  body,
  html
}: {
  body: string;
  html: string;
}): Promise<Outcome<{ text: string; html: string }, SaidRefusal>> {
  try {
    if (html !== '') return { ok: true, ...(await parseApart('said-html', { html })) };
    return { ok: true, text: body, html: await parseApart('said-text', { text: body }) };
  } catch (error) {
    if (error instanceof TooCostly) return { ok: false, why: 'too-tangled' };
    if (error instanceof NotNow) return { ok: false, why: 'too-busy' };
    throw error;
  }
}

/**
 * Says something on an open floor, or aside.
 *
 * @param files what goes with it, stored already
 * @throws NotHere where the place does not exist for this person, or they may not write there
 */
export async function post(
  person: Actor,
  input: z.input<typeof NewPost>,
  files: readonly SaidBlob[] = []
): Promise<Outcome<{ id: string }, SaidRefusal>> {
  const given = NewPost.parse(input);
  const said = await written(given);
  if (!said.ok) return said;
  const { text, html } = said;
  if (text === '' && files.length === 0) return { ok: false, why: 'nothing-said' };
  return inTransaction(async (tx) => {
    const { place, partyId } = await placeFor(person, given, tx);
    if (place.closed && partyId === null) return { ok: false, why: 'floor-closed' };
    const id = randomUUID();
    const at = clock.now();
    await execute(
      `insert into posts (id, course_id, assignment_id, notice_id, party_id, by_person, at, body, body_html, about, answers_to)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10,
         (select q.id from posts q where q.id = $11 and q.course_id = $2 and q.assignment_id is not distinct from $3
           and q.notice_id is not distinct from $4 and q.party_id is not distinct from $5 and q.taken_down_at is null))`,
      [
        id,
        place.courseId,
        given.assignmentId,
        given.noticeId,
        partyId,
        person.id,
        new Date(at),
        text.slice(0, LONGEST) || '…',
        html,
        given.about && JSON.stringify(given.about),
        given.answersTo
      ],
      tx
    );
    await keepFiles(id, files, tx);
    // Who answers has read what they answer.
    await noteHeard(person, [{ ...saidOn(place.courseId, given), partyId }], tx);
    const people = partyId === null ? null : await membersIn(partyId, tx);
    await publish({ what: 'said', on: saidOn(place.courseId, given), courseId: place.courseId, people }, tx);
    await tellOfPost({ id, partyId, at, text, by: person.id, ...place, ...given, courseId: place.courseId }, tx);
    return { ok: true, id };
  });
}

/** What something is said on: an assignment, a notice, or the course itself. */
export function saidOn(
  courseId: string,
  { assignmentId, noticeId }: { assignmentId: string | null; noticeId: string | null }
): SaidOn {
  if (assignmentId !== null) return { on: 'assignment', id: assignmentId };
  return noticeId === null ? { on: 'course', id: courseId } : { on: 'notice', id: noticeId };
}

async function keepFiles(postId: string, files: readonly SaidBlob[], tx: Tx): Promise<void> {
  for (const [position, { name, blob }] of files.entries()) {
    await registerBlob(blob, tx);
    await execute(
      'insert into post_files (post_id, name, sha256, position) values ($1, $2, $3, $4)',
      [postId, name, blob.sha256, position],
      tx
    );
  }
}

/** A post, as much of it as its tidings need. */
export interface ToldPost {
  id: string;
  courseId: string;
  courseSlug: string;
  /** What it is said about: the assignment, the notice or the course. */
  title: string;
  assignmentId: string | null;
  noticeId: string | null;
  partyId: string | null;
  by: string;
  at: number;
  text: string;
}

/** Tells of a post: aside both sides, on an open floor those who spoke there, and the teachers. */
export async function tellOfPost(said: ToldPost, tx: Tx): Promise<void> {
  const { id, courseId, assignmentId, noticeId, partyId, by, at, text } = said;
  const where = assignmentId ?? noticeId ?? courseId;
  const facts = { says: firstWords(text), title: said.title };
  const news = { courseId, assignmentId, by, at, about: `post ${id}`, facts };
  if (partyId !== null) {
    const grouped = `aside ${where} ${partyId}`;
    const own = asideHref(said, null);
    const people = await membersIn(partyId, tx);
    // The two sides meet it on different pages; who wrote it hears nothing.
    await tell({ people, besides: by }, { ...news, kind: 'aside', grouped, href: own }, tx);
    const href = asideHref(said, people.includes(by) ? by : (people[0] ?? by));
    await tell({ teachers: true, besides: by }, { ...news, kind: 'aside', grouped, href }, tx);
    return;
  }
  const speakers = await select(z.object({ id: z.string() }), SPEAKERS, [where, courseId], tx);
  const href = floorHref(said);
  const people = speakers.map((one) => one.id);
  await tell({ people, teachers: true, besides: by }, { ...news, kind: 'floor', grouped: `floor ${where}`, href }, tx);
}

/** Where what was said to everybody stands. */
function floorHref({ assignmentId, noticeId, courseSlug }: ToldPost): string {
  if (assignmentId !== null) return `/assignments/${assignmentId}#floor`;
  return noticeId === null ? `/courses/${courseSlug}/floor` : `/notices/${noticeId}#floor`;
}

/** @param studentId whose aside a teacher opens; null on the student's own page */
function asideHref({ assignmentId, courseSlug }: ToldPost, studentId: string | null): string {
  const page = assignmentId === null ? `/courses/${courseSlug}/aside` : `/assignments/${assignmentId}`;
  return `${page}${studentId === null ? '' : `?aside=${studentId}`}#ask`;
}

/** Those who spoke there and are still in the course; where what others said is hidden, those to whom it is shown. */
const SPEAKERS = `select distinct p.by_person as id from posts p
  join enrolments e on e.person_id = p.by_person and e.course_id = $2 and e.left_at is null
  where p.party_id is null and ($1::uuid in (p.assignment_id, p.notice_id)
    or (p.course_id = $1 and p.assignment_id is null and p.notice_id is null))
    and (p.answers_to is null or not exists (select 1 from assignments a where a.id = p.assignment_id and a.floor_hides))`;

/**
 * Whether somebody may say something at a place, asked before what goes with it is taken in; `post` asks again.
 *
 * @throws NotHere where they may not
 */
export async function askToSay(person: Actor, given: z.infer<typeof NewPost>): Promise<void> {
  await inTransaction((tx) => placeFor(person, given, tx));
}

/** The place at which somebody may say something, and in whose aside. */
async function placeFor(person: Actor, given: z.infer<typeof NewPost>, tx: Tx) {
  const place = await findPlace(person, given, tx);
  const aside = given.to === 'aside';
  const party = aside ? await partyOf(given.studentId ?? person.id, given.assignmentId, tx) : null;
  const ownsPacket = party?.members.includes(person.id) ?? false;
  if (!may(person, aside ? 'write-aside' : 'write-on-open-floor', { ...place, ownsPacket }))
    throw new NotHere('This place');
  // On the floor of a course students speak where it allows them to.
  if (!aside && place.shut) throw new NotHere('This place');
  return { place, partyId: party?.id ?? null };
}

async function findPlace(
  person: Actor,
  { assignmentId, noticeId, courseId, studentId, to }: z.infer<typeof NewPost>,
  tx: Tx
) {
  const named = [assignmentId, noticeId, courseId].filter((id) => id !== null).length;
  if (named !== 1 || (to === 'aside' && noticeId !== null)) throw new NotHere('This place');
  const bind = [assignmentId, noticeId, person.id, new Date(clock.now()), studentId ?? person.id, courseId];
  const [row] = await select(PlaceRow, PLACE, bind, tx);
  if (!row) throw new NotHere('This place');
  // A teacher's aside goes to a student of the course, nobody else.
  if (studentId !== null && !row.studies) throw new NotHere('This student');
  return row;
}

const PlaceRow = z.object({
  courseId: z.string(),
  courseSlug: z.string(),
  title: z.string(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  published: z.boolean(),
  studies: z.boolean(),
  /** Nothing more is said there by students. */
  closed: z
    .boolean()
    .nullable()
    .transform((closed) => closed === true),
  /** It is the floor of a course, on which students begin nothing. */
  shut: z.boolean()
});

const PLACE = `
  select w."courseId", c.slug as "courseSlug", w.title, e.role as "courseRole", w.published,
    exists (select 1 from enrolments s where s.course_id = w."courseId" and s.person_id = $5 and s.role = 'student'
      and s.left_at is null) as studies,
    w.closed and e.role is distinct from 'teacher' as closed,
    w.own and not c.students_begin and e.role is distinct from 'teacher' as shut
  from (
    select a.course_id as "courseId", a.title, ${assignmentShown('a', '$4')} as published,
      a.floor_closed_at <= $4 as closed, false as own
    from assignments a where a.id = $1
    union all
    select n.course_id, n.title, ${shownToStudents('n', '$4')}, false, false from notices n where n.id = $2
    union all
    select k.id, k.title, true, false, true from courses k where k.id = $6
  ) w
  join courses c on c.id = w."courseId"
  left join enrolments e on e.course_id = w."courseId" and e.person_id = $3 and e.left_at is null`;
