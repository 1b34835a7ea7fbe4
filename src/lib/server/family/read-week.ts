import { z } from 'zod';
import { countedPoints } from '$core/grades/points';
import type { Digest } from '$core/family/digest';
import type { Moment } from '$core/time/moment';
import { jsonRows, ms, select } from '../db/connection';
import { EFFECTIVE_DUE } from '../lines/effective';
import { joinPacketOf } from '../parties/party';
import { RESTED } from '../lines/projection';
import { setForStudents, shownToStudents } from '../lines/shown';

/** A stretch of a student's time of which is told. */
export interface WeekAsked {
  studentId: string;
  from: Moment;
  to: Moment;
}

/**
 * Students' weeks, as they may be told at home: titles, dates and points, and nothing that anybody wrote. One query for all of them.
 *
 * @returns one for each that was asked for, in their order
 */
export async function readWeeks(asked: readonly WeekAsked[]): Promise<Digest[]> {
  const rows = await select(Row, WEEKS, [
    asked.map(({ studentId }) => studentId),
    asked.map(({ from }) => new Date(from)),
    asked.map(({ to }) => new Date(to))
  ]);
  return asked.map(({ from, to }, i) => {
    const row = rows.find(({ no }) => no === i + 1);
    const courses = (row?.courses ?? []).map(({ returned, ...course }) => ({
      ...course,
      returned: returned.map(({ given, kept, ...one }) => ({
        ...one,
        points: given === null ? null : countedPoints(given, kept ?? 1)
      }))
    }));
    return { student: row?.student ?? '', from, to, courses };
  });
}

/** One student's week. */
export async function readWeek(studentId: string, from: Moment, to: Moment): Promise<Digest> {
  const [week] = await readWeeks([{ studentId, from, to }]);
  if (!week) throw new Error('A week that was asked for was not told.');
  return week;
}

const Titled = z.object({ title: z.string() });
const Row = z.object({
  no: z.number(),
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

/** A course's assignments as the student sees them, with their packet `p`. `k` is what was asked for: the student, the beginning and the end. */
const OF_COURSE = `from assignments a left join units u on u.id = a.unit_id ${joinPacketOf('k.id', 'a.id')}
  where a.course_id = c.id and ${setForStudents('a', 'k.ended')} and ${shownToStudents('u', 'k.ended')}`;
const SET = `select a.title, ${ms(`(${EFFECTIVE_DUE})`)} as due ${OF_COURSE} and coalesce(a.told_at, a.visible_from, a.created_at) > k.begun
  and coalesce(a.told_at, a.visible_from, a.created_at) <= k.ended order by a.due_at nulls last, a.id`;
const SUBMITTED = `select distinct on (a.id) a.title, r.late_seconds > 0 as late
  from assignments a join packets_of_people w on w.assignment_id = a.id and w.person_id = k.id
  join rounds r on r.packet_id = w.packet_id and r.submitted_at > k.begun and r.submitted_at <= k.ended and r.state <> 'taken-back'
  where a.course_id = c.id order by a.id, r.no desc`;
const LATE = `select a.title, ${ms(`(${EFFECTIVE_DUE})`)} as due ${OF_COURSE} and (${EFFECTIVE_DUE}) <= k.ended and not ${RESTED}
  and coalesce(p.phase, 'making') in ('making', 'taken-back') and a.settles <> 'declared' order by (${EFFECTIVE_DUE}), a.id limit 30`;
const RETURNED = `select distinct on (a.id) a.title, m.points::float8 as given, m.kept::float8 as kept, a.points::float8 as of,
    coalesce(m.outcome = 'another-round', false) as again
  from assignments a join packets_of_people w on w.assignment_id = a.id and w.person_id = k.id
  join marks m on m.packet_id = w.packet_id and m.returned_at > k.begun and m.returned_at <= k.ended
  where a.course_id = c.id order by a.id, m.returned_at desc`;
const WEEKS = `
  select k.no::int as no, s.name as student, ${jsonRows(`
    select c.title, array(select n.title from notices n where n.course_id = c.id and not n.hidden
        and coalesce(n.visible_from, n.at) > k.begun and coalesce(n.visible_from, n.at) <= k.ended order by n.at) as announced,
      ${jsonRows(SET)} as set, ${jsonRows(SUBMITTED)} as submitted, ${jsonRows(LATE)} as late, ${jsonRows(RETURNED)} as returned
    from enrolments e join courses c on c.id = e.course_id
    where e.person_id = k.id and e.role = 'student' and e.left_at is null and c.archived_at is null order by c.title, c.id`)} as courses
  from unnest($1::uuid[], $2::timestamptz[], $3::timestamptz[]) with ordinality as k (id, begun, ended, no)
  join people s on s.id = k.id order by k.no`;
