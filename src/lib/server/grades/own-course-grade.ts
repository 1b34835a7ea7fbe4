import { z } from 'zod';
import { countedPoints } from '$core/grades/points';
import { pointsLost } from '$core/grades/lost';
import { LEAST_RESULTS } from '$core/grades/spread';
import type { CourseGradeView } from '$core/grades/view';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { courseFor } from '../courses/course-head';
import { readGrades } from '../lines/grades';
import { NotHere } from '../outcome';
import { readSchemes } from './course-scheme';

/**
 * A student's own grade in a course, with what it rests on. Five queries.
 *
 * @throws NotHere where they do not study in it
 */
export async function readOwnCourseGrade(person: Actor, course: string): Promise<CourseGradeView> {
  const head = await courseFor(person, course, 'read-course');
  if (head.role !== 'student') throw new NotHere('A grade of yours');
  return { course: head, ...(await readGradeOf(person.id, head.slug)) };
}

/** The grade of a student of the class, as they see it. @throws NotHere for whoever does not teach them in it */
export async function readGradeInClass(
  person: Actor,
  course: string,
  studentId: string
): Promise<CourseGradeView & { student: string }> {
  const head = await courseFor(person, course, 'grade-course');
  const [student] = await select(z.object({ name: z.string() }), STUDENT, [head.id, studentId]);
  if (!student) throw new NotHere('This student');
  return { course: head, student: student.name, ...(await readGradeOf(studentId, head.slug)) };
}

async function readGradeOf(student: string, slug: string): Promise<Omit<CourseGradeView, 'course'>> {
  const [{ lines, now }, schemes, judged, spreads] = await Promise.all([
    readGrades({ id: student }, slug),
    readSchemes(student, slug),
    select(JudgedRow, JUDGED, [student, slug]),
    select(SpreadRow, SPREADS, [slug, LEAST_RESULTS])
  ]);
  const found = schemes.get(slug);
  if (!found) throw new NotHere('This course');
  const { scheme, own, overrides } = found;
  const late = lines.flatMap(({ given, kept }) => (given === null ? [] : [given - countedPoints(given, kept ?? 1)]));
  return {
    scheme,
    own,
    override: overrides.get(student) ?? null,
    lines,
    lost: pointsLost(judged, late),
    spreads,
    now
  };
}

const STUDENT = `
  select p.name from enrolments e join people p on p.id = e.person_id
  where e.course_id = $1 and e.person_id = $2 and e.role = 'student' and e.left_at is null`;

const JudgedRow = z.object({ title: z.string(), most: z.number(), got: z.number() });
/** Rows of the round that came back last, where every row of it was judged in points. */
const JUDGED = `
  select k.title, (select max(l.points) from criterion_levels l where l.criterion_id = k.id)::float8 as most,
    coalesce(j.points, l.points)::float8 as got
  from packets_of_people w join packets p on p.id = w.packet_id join assignments a on a.id = p.assignment_id
  join courses c on c.id = a.course_id and c.slug = $2
  join criterion_marks j on j.packet_id = p.id and j.round_no = p.round_no
  join criteria k on k.id = j.criterion_id join criterion_levels l on l.id = j.level_id
  where w.person_id = $1 and p.given is not null
    and exists (select 1 from marks m where m.packet_id = p.id and m.round_no = p.round_no and m.returned_at is not null)`;

const SpreadRow = z.object({
  assignmentId: z.string(),
  title: z.string(),
  tenths: z.array(z.number()),
  results: z.number()
});
/** Only of courses whose teacher shows it, and only where so many results stand that nobody reads a classmate's out of them. */
const SPREADS = `
  with results as (
    select a.id, a.title, a.due_at, least(9, greatest(0, floor(p.given * coalesce(p.kept, 1) / a.points * 10)))::int as tenth
    from courses c join assignments a on a.course_id = c.id and a.points is not null and a.published
    join packets p on p.assignment_id = a.id and p.given is not null and p.phase = 'settled'
    where c.slug = $1 and c.spread_shown
  )
  select r.id as "assignmentId", r.title, count(*)::int as results,
    array(select (select count(*)::int from results x where x.id = r.id and x.tenth = t) from generate_series(0, 9) t) as tenths
  from results r group by r.id, r.title, r.due_at having count(*) >= $2 order by r.due_at desc nulls last, r.id limit 20`;
