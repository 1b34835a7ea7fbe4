import { randomUUID } from 'node:crypto';
import type { AssignmentDraft } from '$core/assignments/draft';
import { execute, type Tx } from '../db/connection';

type Parts = Pick<AssignmentDraft, 'deliverables' | 'mustDo' | 'criteria'>;

/**
 * Writes an assignment's deliverables, must-do items and rubric as a draft has them. A part that is there already keeps
 * its id, and with it what students have put there; one that the draft no longer has goes away.
 */
export async function writeParts(
  assignmentId: string,
  { deliverables, mustDo, criteria }: Parts,
  tx: Tx
): Promise<void> {
  await write('deliverables', 'assignment_id', [assignmentId], columns(deliverables, assignmentId, DELIVERABLE), tx);
  await write('must_do_items', 'assignment_id', [assignmentId], columns(mustDo, assignmentId, MUST_DO), tx);
  const rows = columns(criteria, assignmentId, CRITERION);
  await write('criteria', 'assignment_id', [assignmentId], rows, tx);
  const levels = criteria.flatMap(({ levels }, i) => columns(levels, rows[i]?.id ?? '', LEVEL));
  await write(
    'criterion_levels',
    'criterion_id',
    rows.map(({ id }) => id),
    levels,
    tx
  );
}

type Row = { id: string; position: number } & Record<string, unknown>;

const DELIVERABLE = (d: Parts['deliverables'][number]) => ({
  title: d.title,
  ask: d.ask,
  optional: d.optional,
  wants: d.wants
});
const MUST_DO = (i: Parts['mustDo'][number]) => ({ text: i.text, optional: i.optional, met_by: i.metBy });
const CRITERION = (k: Parts['criteria'][number]) => ({ title: k.title, hint: k.hint });
const LEVEL = (l: Parts['criteria'][number]['levels'][number]) => ({ title: l.title, says: l.says, points: l.points });

function columns<T extends { id?: string }>(
  parts: readonly T[],
  owner: string,
  of: (part: T) => Record<string, unknown>
): Array<Row & { owner: string }> {
  return parts.map((part, position) => ({ id: part.id ?? randomUUID(), owner, position, ...of(part) }));
}

const TYPES: Record<string, string> = {
  title: 'text',
  ask: 'text',
  optional: 'boolean',
  wants: 'jsonb',
  text: 'text',
  met_by: 'text',
  hint: 'text',
  says: 'text',
  points: 'numeric'
};

/** Replaces an owner's rows: those that stay are changed in place. The unique place needs two steps to move rows past each other. */
async function write(
  table: string,
  ownerColumn: string,
  owners: string[],
  rows: Array<Row & { owner: string }>,
  tx: Tx
) {
  const keep = rows.map(({ id }) => id);
  await execute(
    `delete from ${table} where ${ownerColumn} = any($1::uuid[]) and not id = any($2::uuid[])`,
    [owners, keep],
    tx
  );
  const [first] = rows;
  if (!first) return;
  const names = Object.keys(first).filter((name) => name in TYPES);
  await execute(`update ${table} set position = position + 1000 where ${ownerColumn} = any($1::uuid[])`, [owners], tx);
  await execute(
    `insert into ${table} as t (id, ${ownerColumn}, position, ${names.join(', ')})
     select r.id, r.owner, r.position, ${names.map((name) => `r.${name}`).join(', ')}
     from jsonb_to_recordset($1::jsonb) as r(id uuid, owner uuid, position integer,
       ${names.map((name) => `${name} ${TYPES[name]}`).join(', ')})
     on conflict (id) do update set position = excluded.position,
       ${names.map((name) => `${name} = excluded.${name}`).join(', ')}
       where t.${ownerColumn} = any($2::uuid[])`,
    [JSON.stringify(rows), owners],
    tx
  );
}
