import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere } from '../outcome';
import { courseFor } from './course-head';
import { tellShown } from './tell-shown';

export const ITEM_KINDS = ['assignment', 'material', 'notice'] as const;
const TABLES = { assignment: 'assignments', material: 'materials', notice: 'notices' } as const;

/** An outline as the teacher wants it: units in order, and in each its items in order. */
export const Arrangement = z.object({
  units: z
    .array(
      z.object({
        id: z.uuid().nullable(),
        items: z.array(z.object({ kind: z.enum(ITEM_KINDS), id: z.uuid() })).max(2000)
      })
    )
    .max(500)
});

/**
 * Puts units and items in the order given. What is not named stays where it is; what belongs to another course is not
 * touched.
 */
export async function arrangeOutline(
  person: Actor,
  course: string,
  arrangement: z.infer<typeof Arrangement>
): Promise<void> {
  await shaping(person, course, async (courseId, tx) => {
    const units = arrangement.units.flatMap(({ id }, position) => (id === null ? [] : [{ id, position }]));
    await execute(
      `update units u set position = n.position
       from jsonb_to_recordset($2::jsonb) as n(id uuid, position integer) where u.id = n.id and u.course_id = $1`,
      [courseId, JSON.stringify(units)],
      tx
    );
    for (const kind of ITEM_KINDS) {
      const items = arrangement.units.flatMap((unit) =>
        unit.items.flatMap((item, position) => (item.kind === kind ? [{ id: item.id, unit: unit.id, position }] : []))
      );
      await execute(
        `update ${TABLES[kind]} i set position = n.position, unit_id = n.unit
         from jsonb_to_recordset($2::jsonb) as n(id uuid, unit uuid, position integer)
         where i.id = n.id and i.course_id = $1
           and (n.unit is null or exists (select 1 from units u where u.id = n.unit and u.course_id = $1))`,
        [courseId, JSON.stringify(items)],
        tx
      );
    }
  });
}

/** When students see something: hidden, at once (null), or from a moment on. */
export const Showing = z.object({ hidden: z.boolean(), visibleFrom: z.number().int().nullable() });

/** Hides, shows or schedules a unit or one item of the outline. */
export async function showInOutline(
  person: Actor,
  course: string,
  what: { kind: (typeof ITEM_KINDS)[number] | 'unit'; id: string },
  { hidden, visibleFrom }: z.infer<typeof Showing>
): Promise<void> {
  const from = visibleFrom === null ? null : new Date(visibleFrom);
  await shaping(person, course, async (courseId, tx) => {
    const [table, shown] =
      what.kind === 'unit'
        ? ['units', 'hidden = $3']
        : [TABLES[what.kind], what.kind === 'assignment' ? 'published = not $3' : 'hidden = $3'];
    const found = await select(
      z.object({ id: z.string() }),
      `update ${table} set ${shown}, visible_from = $4 where id = $1 and course_id = $2 returning id`,
      [what.id, courseId, hidden, from],
      tx
    );
    if (found.length === 0) throw new NotHere('This part of the outline');
    await audit(person.id, 'show-in-outline', what.id, { ...what, hidden, visibleFrom }, tx);
  });
}

export const NewUnit = z.object({
  title: z.string().trim().min(1).max(200),
  starts: z.number().int().nullable().default(null)
});

/** Adds a unit at the end. */
export async function addUnit(person: Actor, course: string, unit: z.input<typeof NewUnit>): Promise<{ id: string }> {
  const { title, starts } = NewUnit.parse(unit);
  return shaping(person, course, async (courseId, tx) => {
    const [made] = await select(
      z.object({ id: z.string() }),
      `insert into units (course_id, title, starts_at, position)
       select $1, $2, $3, coalesce(max(position) + 1, 0) from units where course_id = $1 returning id`,
      [courseId, title, starts === null ? null : new Date(starts)],
      tx
    );
    return { id: made?.id ?? '' };
  });
}

/** Renames a unit or moves its start. */
export async function changeUnit(
  person: Actor,
  course: string,
  unitId: string,
  unit: z.input<typeof NewUnit>
): Promise<void> {
  const { title, starts } = NewUnit.parse(unit);
  await shaping(person, course, (courseId, tx) =>
    execute(
      'update units set title = $3, starts_at = $4 where id = $1 and course_id = $2',
      [unitId, courseId, title, starts === null ? null : new Date(starts)],
      tx
    )
  );
}

/** Does something to a course's shape for someone who may, and tells everyone in it of what came into sight. */
export async function shaping<T>(
  person: Actor,
  course: string,
  work: (courseId: string, tx: Tx) => Promise<T>
): Promise<T> {
  return inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'shape-course', tx);
    const done = await work(id, tx);
    await tellShown(id, tx);
    await publish({ what: 'course-shaped', courseId: id }, tx);
    return done;
  });
}
