import { z } from 'zod';
import type { CalendarDays } from '$core/courses/calendar';
import type { CourseCard, DeskNotice, PendingInvitation } from '$core/courses/views';
import type { Actor } from '$core/people/policy';
import type { Reader } from '$core/people/reader';
import { dayOf } from '$core/time/days';
import { clock } from '../clock';
import { jsonRows as rows, ms, select } from '../db/connection';
import { shownToStudents } from '../lines/shown';
import { CalendarRow } from './calendar';

/** More unread notices than this are read in their courses. */
const NOTICES_SHOWN = 12;

/**
 * A person's courses, the invitations that wait for them and the notices that they have not read. One query, since the
 * Desk shows all three.
 */
export async function readOwnCourses(person: Actor & Reader): Promise<OwnCourses> {
  const now = clock.now();
  const [row] = await select(Row, OWN, [person.id, new Date(now), NOTICES_SHOWN, dayOf(now, person.zone)]);
  return row ?? { courses: [], invitations: [], notices: [], stretch: null };
}

export interface OwnCourses {
  courses: CourseCard[];
  invitations: PendingInvitation[];
  notices: DeskNotice[];
  /** Holiday or marking pause that today is part of: it explains a wait. */
  stretch: CalendarDays | null;
}

const Role = z.enum(['student', 'teacher']);
const Row = z.object({
  courses: z.array(
    z.object({
      id: z.string(),
      slug: z.string(),
      title: z.string(),
      emblem: z.string(),
      role: Role,
      archived: z.boolean()
    })
  ),
  invitations: z.array(
    z.object({
      id: z.string(),
      courseTitle: z.string(),
      emblem: z.string(),
      by: z.string(),
      role: Role,
      expires: z.number()
    })
  ),
  notices: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      courseSlug: z.string(),
      courseTitle: z.string(),
      emblem: z.string(),
      by: z.string(),
      at: z.number()
    })
  ),
  stretch: CalendarRow.nullable()
});

const OWN = `select
  ${rows(`select c.id, c.slug, c.title, c.emblem, e.role, c.archived_at is not null as archived
    from enrolments e join courses c on c.id = e.course_id
    where e.person_id = $1 and e.left_at is null order by c.archived_at is not null, c.title, c.id`)} as courses,
  ${rows(`select i.id, c.title as "courseTitle", c.emblem, b.name as by, i.role, ${ms('i.expires_at')} as expires
    from people me join invitations i on i.email = lower(me.email) and i.accepted_at is null
      and i.withdrawn_at is null and i.expires_at > $2
    join courses c on c.id = i.course_id join people b on b.id = i.invited_by
    where me.id = $1 order by i.at desc limit 5`)} as invitations,
  ${rows(`select n.id, n.title, c.slug as "courseSlug", c.title as "courseTitle", c.emblem, b.name as by, ${ms('n.at')} as at
    from enrolments e join courses c on c.id = e.course_id and c.archived_at is null
    join notices n on n.course_id = c.id and ${shownToStudents('n', '$2')}
    join people b on b.id = n.by_person
    where e.person_id = $1 and e.left_at is null and n.by_person <> $1 and n.at >= e.joined_at - interval '30 days'
      and not exists (select 1 from notice_reads r where r.notice_id = n.id and r.person_id = $1)
    order by n.at desc, n.id limit $3`)} as notices,
  (select to_jsonb(d) from (select id, kind, title, first_day::text as first, last_day::text as last from calendar_days
    where $4::date between first_day and last_day order by kind desc limit 1) d) as stretch`;
