import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import { clock } from '../clock';
import { execute, select, type Tx } from '../db/connection';
import { COPIED_SETTINGS } from '../db/tables/assignment-settings';

/** Which old row became which new one. */
export type Copied = Array<{ old: string; new: string }>;

/** New ids for rows that are about to be copied. */
export async function copyIds(sql: string, bind: unknown[], tx: Tx): Promise<Copied> {
  const rows = await select(z.object({ id: z.string() }), sql, bind, tx);
  return rows.map(({ id }) => ({ old: id, new: randomUUID() }));
}

/**
 * Copies assignments with their deliverables and what is prepared in these, must-do items, rubric and materials, as drafts without dates: nobody's
 * work comes along, and nothing is due before its teacher says so.
 *
 * @param units where an old unit's assignments go; those of a unit that is not named lie in none
 */
export async function copyAssignments(
  assignments: Copied,
  to: { courseId: string; units: Copied },
  personId: string,
  tx: Tx
): Promise<void> {
  const criteria = await copyIds(
    `select k.id from criteria k join ${pairs('$1', 'm')} on m.old = k.assignment_id`,
    [JSON.stringify(assignments)],
    tx
  );
  const map = JSON.stringify(assignments);
  const now = new Date(clock.now());
  await execute(
    `insert into assignments (id, course_id, unit_id, title, brief_md, brief_html, published, created_at, position, inherits,
       ${COPIED_SETTINGS.join(', ')})
     select m.new, $2, un.new, a.title, a.brief_md, a.brief_html, false, $4, a.position, a.inherits,
       ${COPIED_SETTINGS.map((column) => `a.${column}`).join(', ')}
     from assignments a join ${pairs('$1', 'm')} on m.old = a.id left join ${pairs('$3', 'un')} on un.old = a.unit_id`,
    [map, to.courseId, JSON.stringify(to.units), now],
    tx
  );
  await execute(
    `insert into deliverables (assignment_id, position, title, ask, optional, wants)
     select m.new, d.position, d.title, d.ask, d.optional, d.wants
     from deliverables d join ${pairs('$1', 'm')} on m.old = d.assignment_id`,
    [map],
    tx
  );
  // What is prepared in a place comes along: its starter, its questions, their pictures.
  for (const { table, columns } of PREPARED)
    await execute(
      `insert into ${table} (deliverable_id, ${columns.join(', ')})
       select d.id, ${columns.map((column) => `s.${column}`).join(', ')}
       from ${table} s join deliverables o on o.id = s.deliverable_id
       join ${pairs('$1', 'm')} on m.old = o.assignment_id
       join deliverables d on d.assignment_id = m.new and d.position = o.position`,
      [map],
      tx
    );
  await execute(
    `insert into must_do_items (assignment_id, position, text, optional, met_by)
     select m.new, i.position, i.text, i.optional, i.met_by
     from must_do_items i join ${pairs('$1', 'm')} on m.old = i.assignment_id`,
    [map],
    tx
  );
  await execute(
    `insert into criteria (id, assignment_id, position, title, hint)
     select c.new, m.new, k.position, k.title, k.hint
     from criteria k join ${pairs('$1', 'm')} on m.old = k.assignment_id join ${pairs('$2', 'c')} on c.old = k.id`,
    [map, JSON.stringify(criteria)],
    tx
  );
  await execute(
    `insert into criterion_levels (criterion_id, position, title, says, points)
     select c.new, l.position, l.title, l.says, l.points
     from criterion_levels l join ${pairs('$1', 'c')} on c.old = l.criterion_id`,
    [JSON.stringify(criteria)],
    tx
  );
  await execute(
    `insert into materials (course_id, assignment_id, title, name, sha256, position, hidden, added_at, added_by)
     select $2, m.new, f.title, f.name, f.sha256, f.position, f.hidden, $3, $4
     from materials f join ${pairs('$1', 'm')} on m.old = f.assignment_id`,
    [map, to.courseId, now, personId],
    tx
  );
}

const PREPARED = [
  { table: 'starters', columns: ['version', 'text', 'changed_at', 'changed_by'] },
  { table: 'question_sets', columns: ['version', 'questions', 'minutes', 'one_by_one', 'changed_at', 'changed_by'] },
  { table: 'place_pictures', columns: ['sha256'] }
];

/** The pairs of a copy as a table, for a join. */
function pairs(bound: string, alias: string): string {
  return `jsonb_to_recordset(${bound}::jsonb) as ${alias}(old uuid, new uuid)`;
}
