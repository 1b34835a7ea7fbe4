import { z } from 'zod';
import { recurring, type Recurring } from '$core/remarks/recurring';
import { Anchor } from '$core/remarks/anchor';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { courseFor } from '../courses/course-head';
import { ms, select } from '../db/connection';
import { remarkBy } from '../packets/remark-by';
import { NotHere } from '../outcome';

/** Something that was said of a student's work in a course: on a part of it, or on the whole. */
export interface OwnRemark {
  id: string;
  assignmentId: string;
  title: string;
  round: number | null;
  anchor: Anchor | null;
  piece: string | null;
  body: string;
  by: string;
  at: Moment;
  dealt: boolean;
}

/** More than a year brings. */
const MOST = 400;

/**
 * All that was remarked on a student's own work in a course and returned, the newest first, and what of it keeps coming back. One query
 * beside that for the course.
 *
 * @throws NotHere where this person does not study there
 */
export async function readOwnRemarks(
  person: Actor,
  course: string
): Promise<{ remarks: OwnRemark[]; again: Recurring[]; now: Moment }> {
  const { id, role } = await courseFor(person, course, 'read-course');
  if (role !== 'student') throw new NotHere('These remarks');
  const remarks = await select(Row, REMARKS, [id, person.id, MOST]);
  return { remarks, again: recurring(remarks.map(({ body }) => body)), now: clock.now() };
}

const Row = z.object({
  id: z.string(),
  assignmentId: z.string(),
  title: z.string(),
  round: z.number().nullable(),
  anchor: Anchor.nullable(),
  piece: z.string().nullable(),
  body: z.string(),
  by: z.string(),
  at: z.number(),
  dealt: z.boolean()
});
const OWN = `packets_of_people w join packets p on p.id = w.packet_id
  join assignments a on a.id = w.assignment_id and a.course_id = $1 and a.published`;
const REMARKS = `
  select * from (
    select k.id::text, a.id as "assignmentId", a.title, k.round_no as round, k.anchor, i.name as piece, k.body, ${remarkBy('false')} as by,
      ${ms('k.returned_at')} as at, k.dealt_at is not null as dealt
    from ${OWN} join remarks k on k.packet_id = p.id and k.returned_at is not null
    join round_pieces i on i.id = k.round_piece_id join people t on t.id = k.by_person
    where w.person_id = $2
    union all
    select m.id::text, a.id, a.title, m.round_no, null, null, m.remark, t.name, ${ms('m.returned_at')}, false
    from ${OWN} join marks m on m.packet_id = p.id and m.returned_at is not null and m.remark <> ''
    join people t on t.id = m.by_person
    where w.person_id = $2
  ) all_of_them order by at desc, id limit $3`;
