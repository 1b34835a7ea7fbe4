import { z } from 'zod';
import type { PostView } from '$core/courses/views';
import { may, type Actor, type Deed } from '$core/people/policy';
import { clock } from '../clock';
import { execute, inTransaction, ms, select } from '../db/connection';
import { announce } from '../live/announce';
import { NotHere } from '../outcome';

/** Where something is said. An aside names its party; an open floor does not. */
export interface Place {
  courseId: string;
  assignmentId: string | null;
  noticeId: string | null;
  partyId: string | null;
}

/** The latest posts that a page shows. */
const SHOWN = 200;

/** What was said in a place, oldest first. The caller has asked the policy. */
export async function readPosts(place: Place, person: Actor): Promise<PostView[]> {
  const on = place.noticeId === null ? 'p.assignment_id = $3' : 'p.notice_id = $3';
  const rows = await select(PostRow, postsIn(`${on} and p.party_id is not distinct from $2`), [
    person.id,
    place.partyId,
    place.noticeId ?? place.assignmentId
  ]);
  return rows.reverse().map(toView);
}

/** What was said about an assignment, on its open floor and in one party's aside. One query. */
export async function readTalk(
  person: Actor,
  assignmentId: string,
  partyId: string | null
): Promise<{ floor: PostView[]; aside: PostView[] }> {
  const on = 'p.assignment_id = $3';
  const rows = await select(
    PostRow,
    `(${postsIn(`${on} and p.party_id is null`)}) union all (${postsIn(`${on} and p.party_id = $2`)})`,
    [person.id, partyId, assignmentId]
  );
  const of = (aside: boolean) => rows.filter((row) => row.aside === aside).map(toView);
  return { floor: of(false).reverse(), aside: of(true).reverse() };
}

/** The latest posts, the newest first. `$1` reads them. */
const postsIn = (where: string) => `
  select p.id, b.name as by, p.by_person = $1 as mine, ${ms('p.at')} as at, p.body, p.party_id is not null as aside,
    exists (select 1 from enrolments e where e.course_id = p.course_id and e.person_id = p.by_person
      and e.role = 'teacher') as teaches
  from posts p join people b on b.id = p.by_person
  where ${where} order by p.no desc limit ${SHOWN}`;

function toView({ aside: _aside, ...post }: z.infer<typeof PostRow>): PostView {
  return post;
}

export const NewPost = z.object({
  body: z.string().trim().min(1, 'Write something first.').max(10_000, 'That is more than fits into one post.'),
  assignmentId: z.uuid().nullable().default(null),
  noticeId: z.uuid().nullable().default(null),
  /** `floor`: everyone in the course reads it. `aside`: the student's own party and the course's teachers only. */
  to: z.enum(['floor', 'aside']),
  /** The student of an aside, where a teacher writes; students always write in their own. */
  studentId: z.uuid().nullable().default(null)
});

/**
 * Says something on an open floor, or aside.
 *
 * @throws NotHere where the place does not exist for this person, or they may not write there
 */
export async function post(person: Actor, input: z.input<typeof NewPost>): Promise<void> {
  const given = NewPost.parse(input);
  await inTransaction(async (tx) => {
    const place = await findPlace(person, given);
    const partyId = given.to === 'aside' ? (given.studentId ?? person.id) : null;
    const deed: Deed = given.to === 'aside' ? 'write-aside' : 'write-on-open-floor';
    if (!may(person, deed, { ...place, ownsPacket: partyId === person.id })) throw new NotHere('This place');
    if (given.to === 'aside' && given.assignmentId === null) throw new NotHere('This place');
    await execute(
      `insert into posts (course_id, assignment_id, notice_id, party_id, by_person, at, body)
       values ($1, $2, $3, $4, $5, $6, $7)`,
      [place.courseId, given.assignmentId, given.noticeId, partyId, person.id, new Date(clock.now()), given.body],
      tx
    );
    await announce(
      partyId === null ? { course: place.courseId } : { people: [partyId], teachersOf: place.courseId },
      tx
    );
  });
}

async function findPlace(person: Actor, { assignmentId, noticeId, studentId }: z.infer<typeof NewPost>) {
  const [row] = await select(PlaceRow, PLACE, [
    assignmentId,
    noticeId,
    person.id,
    new Date(clock.now()),
    studentId ?? person.id
  ]);
  if (!row || (assignmentId === null) === (noticeId === null)) throw new NotHere('This place');
  // A teacher's aside goes to a student of the course, nobody else.
  if (studentId !== null && !row.studies) throw new NotHere('This student');
  return row;
}

const PostRow = z.object({
  id: z.string(),
  by: z.string(),
  teaches: z.boolean(),
  mine: z.boolean(),
  at: z.number(),
  body: z.string(),
  aside: z.boolean()
});

const PlaceRow = z.object({
  courseId: z.string(),
  courseRole: z.enum(['student', 'teacher']).nullable(),
  published: z.boolean(),
  studies: z.boolean()
});

const PLACE = `
  select w."courseId", e.role as "courseRole", w.published,
    exists (select 1 from enrolments s where s.course_id = w."courseId" and s.person_id = $5 and s.role = 'student'
      and s.left_at is null) as studies
  from (
    select a.course_id as "courseId", a.published and (a.visible_from is null or a.visible_from <= $4) as published
    from assignments a where a.id = $1
    union all
    select n.course_id, not n.hidden and (n.visible_from is null or n.visible_from <= $4) from notices n where n.id = $2
  ) w
  left join enrolments e on e.course_id = w."courseId" and e.person_id = $3 and e.left_at is null`;
