import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { copyAssignments, copyIds } from './copy-assignments';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, inTransaction, select } from '../db/connection';
import { courseFor } from '../courses/course-head';

export const CourseCopy = z.object({
  title: z.string().trim().min(1).max(200),
  slug: z.string().regex(/^[a-z0-9-]{2,60}$/, 'Write the address in small letters, digits and hyphens.')
});

/**
 * Copies a course with its rules, units, materials, briefs, rubrics and must-do items. Nobody's work comes along, and no
 * date: what is copied is a draft until its teacher has given it a new moment.
 */
export async function copyCourse(
  person: Actor,
  course: string,
  copy: z.infer<typeof CourseCopy>
): Promise<{ ok: true; slug: string } | { ok: false; why: 'address-taken' }> {
  return inTransaction(async (tx) => {
    const { id: from } = await courseFor(person, course, 'shape-course', tx);
    const now = new Date(clock.now());
    const [made] = await select(
      z.object({ id: z.string() }),
      `insert into courses (id, slug, title, emblem, zone, created_at, goals_md, policies_md, contacts, rules, unit_word)
       select $5, $2, $3, emblem, zone, $4, goals_md, policies_md, contacts, rules, unit_word from courses where id = $1
       on conflict (slug) do nothing returning id`,
      [from, copy.slug, copy.title, now, randomUUID()],
      tx
    );
    if (!made) return { ok: false, why: 'address-taken' };
    await execute(
      `insert into enrolments (course_id, person_id, role, joined_at) values ($1, $2, 'teacher', $3)`,
      [made.id, person.id, now],
      tx
    );
    const units = await copyIds('select id from units where course_id = $1', [from], tx);
    await execute(
      `insert into units (id, course_id, title, position)
       select m.new, $2, u.title, u.position
       from units u join jsonb_to_recordset($1::jsonb) as m(old uuid, new uuid) on m.old = u.id`,
      [JSON.stringify(units), made.id],
      tx
    );
    const assignments = await copyIds('select id from assignments where course_id = $1', [from], tx);
    await copyAssignments(assignments, { courseId: made.id, units }, person.id, tx);
    await execute(
      `insert into materials (course_id, unit_id, title, name, sha256, position, hidden, added_at, added_by)
       select $2, m.new, f.title, f.name, f.sha256, f.position, f.hidden, $3, $4
       from materials f left join jsonb_to_recordset($5::jsonb) as m(old uuid, new uuid) on m.old = f.unit_id
       where f.course_id = $1 and f.assignment_id is null and f.notice_id is null`,
      [from, made.id, now, person.id, JSON.stringify(units)],
      tx
    );
    await audit(person.id, 'copy-course', made.id, { from }, tx);
    return { ok: true, slug: copy.slug };
  });
}
