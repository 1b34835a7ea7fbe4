import { z } from 'zod';
import { clock } from '../clock';
import { inTransaction, ms, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { tell, type News } from '../tidings/tell';
import { setForStudents, shownToStudents } from '../lines/shown';

/**
 * Tells a course's students of what they can see now and have not been told of: assignments and notices. Each is told
 * of once, whether it was shown by a teacher or by its moment.
 *
 * @param courseId whose; null for every course
 * @returns the courses that were told of something
 */
export async function tellShown(courseId: string | null, tx: Tx): Promise<string[]> {
  const at = clock.now();
  const bind = [new Date(at), courseId, AT_ONCE];
  const [set, notices] = await Promise.all([
    select(SetRow, UNTOLD_ASSIGNMENTS, bind, tx),
    select(NoticeRow, UNTOLD_NOTICES, bind, tx)
  ]);
  const news: Array<News & { courseId: string }> = [
    ...set.map(({ id, courseId, due }) => {
      const about = { kind: 'set', about: `set ${id}`, assignmentId: id, href: `/assignments/${id}` } as const;
      return { ...about, courseId, facts: { due }, at };
    }),
    ...notices.map(({ id, courseId, title, by }) => {
      const about = { kind: 'notice', about: `notice ${id}`, href: `/notices/${id}` } as const;
      return { ...about, courseId, by, facts: { title }, at };
    })
  ];
  for (const one of news) await tell({ students: true }, one, tx);
  return [...new Set(news.map(({ courseId }) => courseId))];
}

/** The same for what has come into sight by the passing of time alone, in all courses. */
export async function sweepShown(): Promise<void> {
  await inTransaction(async (tx) => {
    for (const course of await tellShown(null, tx)) await publish({ what: 'course-shaped', courseId: course }, tx);
  });
}

/** Things that are told of in one go: a course that is opened to its students may hold many. */
const AT_ONCE = 200;

const SetRow = z.object({ id: z.string(), courseId: z.string(), due: z.number().nullable() });
const UNTOLD_ASSIGNMENTS = untold('assignments', setForStudents, `${ms('due_at')} as due`);

const NoticeRow = z.object({ id: z.string(), courseId: z.string(), title: z.string(), by: z.string() });
const UNTOLD_NOTICES = untold('notices', shownToStudents, 'title, by_person as by');

/** Marks what can be seen at `$1` in the course `$2` and was not told of, `$3` of it at most. */
function untold(table: string, shown: typeof setForStudents, columns: string): string {
  return `
    update ${table} set told_at = $1 where id in (
      select i.id from ${table} i join courses c on c.id = i.course_id left join units u on u.id = i.unit_id
      where i.told_at is null and c.archived_at is null and ($2::uuid is null or i.course_id = $2)
        and ${shown('i', '$1')} and ${shownToStudents('u', '$1')}
      order by i.position, i.id limit $3 for update of i skip locked)
    returning id, course_id as "courseId", ${columns}`;
}
