import { z } from 'zod';
import { isMailedAlone, TIDINGS, type Kind } from '$core/tidings/kinds';
import type { TidingFacts } from '$core/tidings/views';
import type { Moment } from '$core/time/moment';
import { select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { enqueue } from '../db/queue';

/** Something that happened, before anyone has heard of it. */
export interface News {
  kind: Kind;
  /** Tells it from everything else: nobody hears of the same thing twice. */
  about: string;
  /** What it is shown together with; left out, it stands alone. */
  grouped?: string;
  /** Null where it concerns the school as a whole. */
  courseId: string | null;
  assignmentId?: string | null;
  /** The exact place that it leads to. */
  href: string;
  /** Who did it, by id. */
  by?: string;
  facts?: Omit<TidingFacts, 'by'>;
  at: Moment;
  /** It needs no reading: the person did it themselves, and only the mail matters. */
  read?: boolean;
}

/** Who hears of it: people by id, the course's teachers, its students, or several of these; never who did it. */
export interface Hearers {
  people?: readonly string[];
  teachers?: boolean;
  students?: boolean;
  besides?: string;
}

/**
 * Tells people what happened, in the transaction of what happened: the tidings, and the mails that some of them want.
 * Their open pages show how many are unread; what happened itself is published by whoever changed it.
 *
 * @returns who hears of it now, by id
 */
export async function tell(hearers: Hearers, news: News, tx: Tx): Promise<string[]> {
  const { people = [], teachers = false, students = false, besides = null } = hearers;
  const roles = [...(teachers ? ['teacher'] : []), ...(students ? ['student'] : [])];
  const told = await select(
    Told,
    TELL,
    [
      [...people],
      roles,
      news.courseId,
      besides,
      news.kind,
      news.about,
      news.grouped ?? news.about,
      news.assignmentId ?? null,
      news.href,
      JSON.stringify(news.facts ?? {}),
      new Date(news.at),
      news.read ? new Date(news.at) : null,
      news.by ?? null
    ],
    tx
  );
  for (const { id, wish } of told)
    if (isMailedAlone(news.kind, wish)) await enqueue('mail-tiding', { tidingId: id }, TIDINGS[news.kind].patience, tx);
  const heard = told.map(({ personId }) => personId);
  if (heard.length > 0) await publish({ what: 'tidings', people: heard }, tx);
  return heard;
}

const Told = z.object({ id: z.string(), personId: z.string(), wish: z.boolean().nullable() });

const TELL = `
  with hearers as (
    select unnest($1::uuid[]) as id
    union
    select e.person_id from enrolments e where e.course_id = $3 and e.role = any($2::text[]) and e.left_at is null
  ), told as (
    insert into tidings (person_id, kind, about, grouped, course_id, assignment_id, href, data, at, read_at, by_person)
    select h.id, $5, $6, $7, $3, $8, $9, $10, $11, $12, $13 from hearers h where h.id is distinct from $4::uuid
    on conflict do nothing returning id, person_id
  )
  select t.id, t.person_id as "personId", w.wanted as wish from told t
  left join mail_wishes w on w.person_id = t.person_id and w.kind = $5`;
