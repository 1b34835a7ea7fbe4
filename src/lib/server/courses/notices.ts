import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { CourseHead, MaterialView } from '$core/courses/views';
import type { PostView } from '$core/threads/views';
import type { Actor } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { cleanBrief } from '../rich-text/brief';
import { briefFromMarkdown } from '../rich-text/brief-from-markdown';
import { clock } from '../clock';
import { execute, ms, select } from '../db/connection';
import { NotHere } from '../outcome';
import { noteHeard, readPosts } from '../threads/read-posts';
import { courseFor } from './course-head';
import { materialsOf } from './materials';
import { nextPlace } from './next-place';
import { shaping } from './shape-outline';

export const NewNotice = z.object({
  title: z.string().trim().min(1).max(300),
  body: z.string().trim().min(1).max(50_000),
  unitId: z.uuid().nullable().default(null),
  visibleFrom: z.number().int().nullable().default(null)
});

/** Tells the whole course something, at once or once it can be seen. */
export async function giveNotice(
  person: Actor,
  course: string,
  notice: z.input<typeof NewNotice>
): Promise<{ id: string }> {
  const { title, body, unitId, visibleFrom } = NewNotice.parse(notice);
  const html = await briefFromMarkdown(body);
  return shaping(person, course, async (courseId, tx) => {
    const id = randomUUID();
    await execute(
      `insert into notices (id, course_id, unit_id, title, body_md, body_html, by_person, at, visible_from, position)
       values ($1, $2, (select id from units where id = $3 and course_id = $2), $4, $5, $6, $7, $8, $9, $10)`,
      [
        id,
        courseId,
        unitId,
        title,
        body,
        html,
        person.id,
        new Date(clock.now()),
        visibleFrom === null ? null : new Date(visibleFrom),
        await nextPlace(courseId, unitId, tx)
      ],
      tx
    );
    return { id };
  });
}

export interface NoticeView {
  id: string;
  title: string;
  bodyHtml: string;
  by: string;
  at: Moment;
  course: CourseHead;
  materials: MaterialView[];
  posts: PostView[];
  /** How many people are in the course. */
  people: number;
  now: Moment;
}

/** A notice with its attachments and its open floor, for whoever is in the course; noted as read. */
export async function readNotice(person: Actor, noticeId: string): Promise<NoticeView> {
  const now = clock.now();
  const [row] = await select(
    z.object({
      courseId: z.string(),
      title: z.string(),
      bodyHtml: z.string(),
      by: z.string(),
      at: z.number(),
      hidden: z.boolean(),
      visibleFrom: z.number().nullable(),
      people: z.number()
    }),
    `select n.course_id as "courseId", n.title, n.body_html as "bodyHtml", b.name as by, ${ms('n.at')} as at, n.hidden,
       ${ms('n.visible_from')} as "visibleFrom",
       (select count(*)::int from enrolments e where e.course_id = n.course_id and e.left_at is null) as people
     from notices n join people b on b.id = n.by_person where n.id = $1`,
    [noticeId]
  );
  if (!row) throw new NotHere('This notice');
  const course = await courseFor(person, row.courseId, 'read-course');
  const shown = !row.hidden && (row.visibleFrom === null || row.visibleFrom <= now);
  if (!shown && course.role !== 'teacher') throw new NotHere('This notice');
  const floor = { on: 'notice', id: noticeId, partyId: null } as const;
  const [materials, [posts = []]] = await Promise.all([
    materialsOf({ noticeId }),
    readPosts(person, [floor]),
    execute('insert into notice_reads (notice_id, person_id, at) values ($1, $2, $3) on conflict do nothing', [
      noticeId,
      person.id,
      new Date(now)
    ])
  ]);
  if (posts.some(({ fresh }) => fresh)) await noteHeard(person, [floor]);
  const { title, bodyHtml, by, at } = row;
  return {
    id: noticeId,
    title,
    bodyHtml: cleanBrief(bodyHtml),
    by,
    at,
    course,
    materials,
    posts,
    people: row.people,
    now
  };
}
