import { z } from 'zod';
import type { PostView } from '$core/threads/views';
import { firstWords } from '$core/tidings/first-words';
import type { Actor } from '$core/people/policy';
import type { CourseHead } from '$core/courses/views';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { NotHere } from '../outcome';
import { namesOf, partyOf } from '../parties/party';
import { noteHeard, readPosts, type Place } from '../threads/read-posts';

/** A conversation aside with one student, as a teacher finds it in the course. */
export interface AsideLine {
  studentId: string;
  student: string;
  /** Null where it belongs to no assignment. */
  assignment: { id: string; title: string } | null;
  by: string;
  says: string;
  at: Moment;
  fresh: boolean;
}

/** The aside of a course: with a student's teachers, about whatever belongs to no assignment. */
export interface CourseAside {
  /** Whose aside is open; null where a teacher has not chosen one. */
  student: { id: string; name: string } | null;
  posts: PostView[];
  /** For a teacher: every aside of the course, the newest first. */
  lines: AsideLine[];
  students: Array<{ id: string; name: string }>;
  people: number;
  now: Moment;
}

/**
 * What was said aside in a course: a student's own, or for a teacher all of them and one open. Opening one counts as
 * hearing it.
 *
 * @throws NotHere where a teacher opens the aside of somebody who does not study there
 */
export async function readCourseAside(
  person: Actor,
  course: CourseHead,
  studentId: string | null,
  visit: 'page' | 'refresh'
): Promise<CourseAside> {
  const teaches = course.role === 'teacher';
  const [row] = await select(CourseRow, COURSE, [course.id]);
  const { students = [], people = 0 } = row ?? {};
  const open = teaches ? studentId : person.id;
  const student = students.find(({ id }) => id === open) ?? null;
  if (open !== null && student === null) throw new NotHere('This student');
  const place: Place[] =
    student === null ? [] : [{ on: 'course', id: course.id, partyId: (await partyOf(student.id, null)).id }];
  const [[posts = []], lines] = await Promise.all([
    readPosts(person, place),
    teaches ? select(LineRow, LINES, [course.id, person.id]) : []
  ]);
  if (visit === 'page' && posts.some(({ fresh }) => fresh)) await noteHeard(person, place);
  return {
    student,
    posts,
    lines: lines.map(({ says, ...line }) => ({ ...line, says: firstWords(says) })),
    students: teaches ? students : [],
    people,
    now: clock.now()
  };
}

const CourseRow = z.object({
  students: z.array(z.object({ id: z.string(), name: z.string() })),
  people: z.number()
});
const COURSE = `
  select coalesce(json_agg(json_build_object('id', s.id, 'name', s.name) order by s.sort_name)
      filter (where e.role = 'student'), '[]') as students, count(*)::int as people
  from enrolments e join people s on s.id = e.person_id where e.course_id = $1 and e.left_at is null`;

const LineRow = z.object({
  studentId: z.string(),
  student: z.string(),
  assignment: z.object({ id: z.string(), title: z.string() }).nullable(),
  by: z.string(),
  says: z.string(),
  at: z.number(),
  fresh: z.boolean()
});
const LINES = `
  select (select m.person_id from party_members m where m.party_id = l.party_id order by m.person_id limit 1) as "studentId",
    ${namesOf('l.party_id')} as student, b.name as by, l.body as says, ${ms('l.at')} as at,
    case when a.id is not null then json_build_object('id', a.id, 'title', a.title) end as assignment,
    l.by_person <> $2 and l.no > coalesce((select h.no from heard h where h.place = l.place and h.person_id = $2), 0) as fresh
  from (
    select distinct on (p.place) p.* from posts p where p.course_id = $1 and p.party_id is not null
    order by p.place, p.no desc
  ) l
  join people b on b.id = l.by_person
  left join assignments a on a.id = l.assignment_id
  order by l.no desc limit 100`;
