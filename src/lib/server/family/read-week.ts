import { z } from 'zod';
import { countedPoints } from '$core/grades/points';
import type { Digest } from '$core/family/digest';
import type { Moment } from '$core/time/moment';
import { jsonRows, ms, select } from '../db/connection';
import { EFFECTIVE_DUE } from '../lines/effective';
import { joinPacketOf } from '../parties/party';
import { RESTED } from '../lines/projection';
import { setForStudents, shownToStudents } from '../lines/shown';

/** A student's week, as it may be told at home: titles, dates and points, and nothing that anybody wrote. One query. */
export async function readWeek(studentId: string, from: Moment, to: Moment): Promise<Digest> {
  const [row] = await select(Row, WEEK, [studentId, new Date(to), new Date(from)]);
  const courses = (row?.courses ?? []).map(({ returned, ...course }) => ({
    ...course,
    returned: returned.map(({ title, given, kept, of, again }) => ({
      title,
      points: given === null ? null : countedPoints(given, kept ?? 1),
      of,
      again
    }))
  }));
  return { student: row?.student ?? '', from, to, courses };
}

const Titled = z.object({ title: z.string() });
const Row = z.object({
  student: z.string(),
  courses: z.array(
    z.object({
      title: z.string(),
      announced: z.array(z.string()),
      set: z.array(Titled.extend({ due: z.number().nullable() })),
      submitted: z.array(Titled.extend({ late: z.boolean() })),
      late: z.array(Titled.extend({ due: z.number() })),
      returned: z.array(
        Titled.extend({
          given: z.number().nullable(),
          kept: z.number().nullable(),
          of: z.number().nullable(),
          again: z.boolean()
        })
      )
    })
  )
});

/** A course's assignments as the student sees them, with their packet `p`. `$1` the student, `$2` the end, `$3` the beginning. */
const OF_COURSE = `from assignments a left join units u on u.id = a.unit_id ${joinPacketOf('$1', 'a.id')}
  where a.course_id = c.id and ${setForStudents('a', '$2')} and ${shownToStudents('u', '$2')}`;
const SET = `select a.title, ${ms(`(${EFFECTIVE_DUE})`)} as due ${OF_COURSE} and coalesce(a.told_at, a.visible_from, a.created_at) > $3
  and coalesce(a.told_at, a.visible_from, a.created_at) <= $2 order by a.due_at nulls last, a.id`;
const SUBMITTED = `select distinct on (a.id) a.title, r.late_seconds > 0 as late
  from assignments a join packets_of_people w on w.assignment_id = a.id and w.person_id = $1
  join rounds r on r.packet_id = w.packet_id and r.submitted_at > $3 and r.submitted_at <= $2 and r.state <> 'taken-back'
  where a.course_id = c.id order by a.id, r.no desc`;
const LATE = `select a.title, ${ms(`(${EFFECTIVE_DUE})`)} as due ${OF_COURSE} and (${EFFECTIVE_DUE}) <= $2 and not ${RESTED}
  and coalesce(p.phase, 'making') in ('making', 'taken-back') and a.settles <> 'declared' order by (${EFFECTIVE_DUE}), a.id limit 30`;
const RETURNED = `select distinct on (a.id) a.title, m.points::float8 as given, m.kept::float8 as kept, a.points::float8 as of,
    coalesce(m.outcome = 'another-round', false) as again
  from assignments a join packets_of_people w on w.assignment_id = a.id and w.person_id = $1
  join marks m on m.packet_id = w.packet_id and m.returned_at > $3 and m.returned_at <= $2
  where a.course_id = c.id order by a.id, m.returned_at desc`;
const WEEK = `
  select s.name as student, ${jsonRows(`
    select c.title, array(select n.title from notices n where n.course_id = c.id and not n.hidden
        and coalesce(n.visible_from, n.at) > $3 and coalesce(n.visible_from, n.at) <= $2 order by n.at) as announced,
      ${jsonRows(SET)} as set, ${jsonRows(SUBMITTED)} as submitted, ${jsonRows(LATE)} as late, ${jsonRows(RETURNED)} as returned
    from enrolments e join courses c on c.id = e.course_id
    where e.person_id = $1 and e.role = 'student' and e.left_at is null and c.archived_at is null order by c.title, c.id`)} as courses
  from people s where s.id = $1`;
