import { z } from 'zod';
import type { CourseGlance } from '$core/courses/views';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { ms, select } from '../db/connection';
import { EFFECTIVE_DUE } from './effective';
import { deskGroupSql } from './desk-group';
import { OWN_LINES } from './line';

/** Every course of a person, with what stands in it: for a student their own work, for a teacher what waits. One query. */
export async function readCourseGlances(person: Actor): Promise<{ courses: CourseGlance[]; now: Moment }> {
  const now = clock.now();
  const courses = await select(Row, GLANCES, [person.id, new Date(now)]);
  return { courses, now };
}

const Row = z.object({
  id: z.string(),
  slug: z.string(),
  title: z.string(),
  emblem: z.string(),
  role: z.enum(['student', 'teacher']),
  archived: z.boolean(),
  teachers: z.array(z.string()),
  withYou: z.number(),
  cameBack: z.number(),
  withTeacher: z.number(),
  next: z.object({ id: z.string(), title: z.string(), due: z.number() }).nullable()
});

const DUE = `(${EFFECTIVE_DUE})`;
/** Where the Desk would show it: the rows and the Desk never disagree. */
const GROUP = deskGroupSql('$2::timestamptz');
const WITH_STUDENT = `${GROUP} in ('needs-you', 'with-you', 'no-date')`;

const GLANCES = `
  with work as (
    select c.id, count(*) filter (where ${WITH_STUDENT})::int as with_you, count(*) filter (where ${GROUP} = 'came-back')::int as back,
      count(*) filter (where ${GROUP} = 'with-teacher')::int as with_teacher,
      (array_agg(json_build_object('id', a.id, 'title', a.title, 'due', ${ms(DUE)}) order by ${DUE}, a.id)
        filter (where ${WITH_STUDENT} and ${DUE} >= $2))[1] as next
    ${OWN_LINES} group by c.id
  ), waiting as (
    select a.course_id as id, count(*)::int as waits
    from enrolments e join assignments a on a.course_id = e.course_id
    join packets p on p.assignment_id = a.id and p.standing_round is not null and not p.excused and not p.in_person
      and p.office_id is null
    where e.person_id = $1 and e.role = 'teacher' and e.left_at is null group by a.course_id
  )
  select c.id, c.slug, c.title, c.emblem, e.role, c.archived_at is not null as archived,
    array(select t.name from enrolments te join people t on t.id = te.person_id
      where te.course_id = c.id and te.role = 'teacher' and te.left_at is null order by t.sort_name) as teachers,
    coalesce(case when e.role = 'teacher' then v.waits else w.with_you end, 0) as "withYou",
    coalesce(w.back, 0) as "cameBack", coalesce(w.with_teacher, 0) as "withTeacher", w.next
  from enrolments e join courses c on c.id = e.course_id
  left join work w on w.id = c.id left join waiting v on v.id = c.id
  where e.person_id = $1 and e.left_at is null order by c.archived_at is not null, c.title, c.id`;
