import { z } from 'zod';
import { listedText } from '$core/forms/listed-text';
import { mayForSchool, type Actor } from '$core/people/policy';
import { freeSlug } from '$core/school/roster-files';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { layCourse, NewCourse } from '../courses/create-course';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';

/** @throws NotHere for anybody but the office */
function mustKeepCourses(person: Actor): void {
  if (!mayForSchool(person, 'keep-courses')) throw new NotHere('This page');
}

export interface SchoolCourse {
  id: string;
  slug: string;
  title: string;
  emblem: string;
  students: number;
  teachers: string[];
  ended: boolean;
}

/** How many courses the office's list shows; a search finds the others. */
export const COURSES_SHOWN = 300;

/** The courses of the school by title, those that run first. */
export async function readCourses(person: Actor, search: string): Promise<{ courses: SchoolCourse[]; total: number }> {
  mustKeepCourses(person);
  const like = search === '' ? null : `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  const rows = await select(Row.extend({ total: z.number() }), COURSES, [like, COURSES_SHOWN]);
  return { courses: rows.map(({ total: _total, ...course }) => course), total: rows[0]?.total ?? 0 };
}

const Row = z.object({
  id: z.string(),
  slug: z.string(),
  title: z.string(),
  emblem: z.string(),
  students: z.number(),
  teachers: z.array(z.string()),
  ended: z.boolean()
});
const COLUMNS = `c.id, c.slug, c.title, c.emblem, c.archived_at is not null as ended,
  (select count(*)::int from enrolments e where e.course_id = c.id and e.role = 'student' and e.left_at is null) as students,
  array(select p.name from enrolments e join people p on p.id = e.person_id
    where e.course_id = c.id and e.role = 'teacher' and e.left_at is null order by p.sort_name) as teachers`;
const COURSES = `
  select ${COLUMNS}, count(*) over ()::int as total from courses c where $1::text is null or c.title ilike $1
  order by c.archived_at is not null, c.title, c.id limit $2`;

export interface CourseOfSchool extends SchoolCourse {
  people: Array<{ id: string; handle: string; name: string; role: 'student' | 'teacher'; since: number }>;
}

/** One course with everyone in it. */
export async function readCourse(person: Actor, slug: string): Promise<CourseOfSchool> {
  mustKeepCourses(person);
  const [course] = await select(Row, `select ${COLUMNS} from courses c where c.slug = $1`, [slug]);
  if (!course) throw new NotHere('This course');
  const people = await select(
    z.object({
      id: z.string(),
      handle: z.string(),
      name: z.string(),
      role: z.enum(['student', 'teacher']),
      since: z.number()
    }),
    `select p.id, p.handle, p.name, e.role, ${ms('e.joined_at')} as since from enrolments e join people p on p.id = e.person_id
     where e.course_id = $1 and e.left_at is null order by e.role desc, p.sort_name, p.id`,
    [course.id]
  );
  return { ...course, people };
}

export const CourseForm = NewCourse.pick({ title: true, emblem: true, zone: true }).extend({
  /** The account of the first teacher; the office may leave it to later. */
  teacher: z.string().trim().toLowerCase().max(64).default('')
});

/** Makes a course, with its first teacher where one is named. */
export async function addCourse(
  person: Actor,
  { teacher, ...facts }: z.infer<typeof CourseForm>
): Promise<Outcome<{ slug: string }, 'nobody-of-that-name'>> {
  mustKeepCourses(person);
  return inTransaction(async (tx) => {
    const teacherId = teacher === '' ? null : await personNamed(teacher, tx);
    if (teacher !== '' && teacherId === null) return { ok: false, why: 'nobody-of-that-name' };
    const taken = await select(z.object({ slug: z.string() }), 'select slug from courses', [], tx);
    const slug = freeSlug(facts.title, new Set(taken.map((one) => one.slug)));
    const { id } = await layCourse({ ...facts, slug, units: [], sourcedId: null }, tx);
    if (teacherId !== null) await letInto(id, teacherId, 'teacher', tx);
    await audit(person.id, 'add-course', id, { title: facts.title }, tx);
    return { ok: true, slug };
  });
}

export const EnrolForm = z.object({
  handles: listedText(20_000).pipe(
    z.array(z.string().max(64)).min(1, 'Write at least one account name.').max(500, 'At most 500 at a time.')
  ),
  role: z.enum(['student', 'teacher'])
});

/** Lets people into a course by their account names. Who is not known is named, and the others are let in. */
export async function enrolPeople(
  person: Actor,
  slug: string,
  { handles, role }: z.infer<typeof EnrolForm>
): Promise<{ entered: number; unknown: string[] }> {
  mustKeepCourses(person);
  return inTransaction(async (tx) => {
    const courseId = await courseNamed(slug, tx);
    const found = await select(
      z.object({ id: z.string(), handle: z.string() }),
      'select id, handle from people where handle = any($1::text[])',
      [handles],
      tx
    );
    for (const { id } of found) await letInto(courseId, id, role, tx);
    await audit(person.id, 'enrol-people', courseId, { handles: found.map(({ handle }) => handle), role }, tx);
    const known = new Set(found.map(({ handle }) => handle));
    return { entered: found.length, unknown: handles.filter((handle) => !known.has(handle)) };
  });
}

/** Takes somebody out of a course. What they submitted there stays. */
export async function removeFromCourse(person: Actor, slug: string, personId: string): Promise<void> {
  mustKeepCourses(person);
  await inTransaction(async (tx) => {
    const courseId = await courseNamed(slug, tx);
    await leave(courseId, personId, tx);
    await audit(person.id, 'remove-from-course', courseId, { personId }, tx);
  });
}

/** Lets a person into a course, or back into it. */
export async function letInto(courseId: string, personId: string, role: 'student' | 'teacher', tx: Tx): Promise<void> {
  await execute(
    `insert into enrolments (course_id, person_id, role, joined_at, joined_by) values ($1, $2, $3, $4, 'school')
     on conflict (course_id, person_id) do update set role = excluded.role, left_at = null`,
    [courseId, personId, role, new Date(clock.now())],
    tx
  );
  await publish({ what: 'enrolment', courseId, personId }, tx);
}

export async function leave(courseId: string, personId: string, tx: Tx): Promise<void> {
  await execute(
    'update enrolments set left_at = $3 where course_id = $1 and person_id = $2 and left_at is null',
    [courseId, personId, new Date(clock.now())],
    tx
  );
  await publish({ what: 'enrolment', courseId, personId }, tx);
}

async function courseNamed(slug: string, tx: Tx): Promise<string> {
  const [row] = await select(z.object({ id: z.string() }), 'select id from courses where slug = $1', [slug], tx);
  if (!row) throw new NotHere('This course');
  return row.id;
}

async function personNamed(handle: string, tx: Tx): Promise<string | null> {
  const [row] = await select(z.object({ id: z.string() }), 'select id from people where handle = $1', [handle], tx);
  return row?.id ?? null;
}
