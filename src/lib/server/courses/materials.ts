import { z } from 'zod';
import type { MaterialView } from '$core/courses/views';
import { keepableName } from '$core/pieces/names';
import type { PieceRefusal } from '$core/pieces/refusals';
import type { Actor } from '$core/people/policy';
import type { StoredFile } from '../blobs/stored-file';
import { registerBlob } from '../blobs/register';
import { BlobRefused, storeBlob, type StoredBlob } from '../blobs/store';
import { clock } from '../clock';
import { config } from '../config';
import { execute, select, type Tx } from '../db/connection';
import { NotHere } from '../outcome';
import { readMultipart } from '../blobs/multipart';
import { courseFor } from './course-head';
import { nextPlace } from './next-place';
import { setForStudents, shownToStudents } from '../lines/shown';
import { shaping } from './shape-outline';

/** Where a material lies: in a unit, beside a brief, with a notice, or in the course at large. */
export interface MaterialHome {
  unitId?: string | null;
  assignmentId?: string | null;
  noticeId?: string | null;
}

/** Adds a stored file to a course's materials. */
export async function addMaterial(
  person: Actor,
  course: string,
  home: MaterialHome,
  file: { title: string; name: string; blob: StoredBlob }
): Promise<{ id: string }> {
  return shaping(person, course, async (courseId, tx) => {
    await registerBlob(file.blob, tx);
    const [made] = await select(
      z.object({ id: z.string() }),
      `insert into materials (course_id, unit_id, assignment_id, notice_id, title, name, sha256, added_at, added_by, position)
       values ($1, (select id from units where id = $2 and course_id = $1),
         (select id from assignments where id = $3 and course_id = $1),
         (select id from notices where id = $4 and course_id = $1), $5, $6, $7, $8, $9, $10) returning id`,
      [
        courseId,
        home.unitId ?? null,
        home.assignmentId ?? null,
        home.noticeId ?? null,
        file.title,
        file.name,
        file.blob.sha256,
        new Date(clock.now()),
        person.id,
        await placeIn(courseId, home, tx)
      ],
      tx
    );
    return { id: made?.id ?? '' };
  });
}

/** Materials of a unit stand in its outline; those beside a brief or with a notice, in the order in which they came. */
async function placeIn(courseId: string, home: MaterialHome, tx: Tx): Promise<number> {
  const owner = home.assignmentId ?? home.noticeId ?? null;
  if (owner === null) return nextPlace(courseId, home.unitId ?? null, tx);
  const [row] = await select(
    z.object({ n: z.number() }),
    'select count(*)::int as n from materials where assignment_id = $1 or notice_id = $1',
    [owner],
    tx
  );
  return row?.n ?? 0;
}

const Fields = z.object({
  unitId: z.union([z.literal(''), z.uuid()]).default(''),
  assignmentId: z.union([z.literal(''), z.uuid()]).default(''),
  noticeId: z.union([z.literal(''), z.uuid()]).default(''),
  title: z.string().trim().max(300).default('')
});

/** Takes files into a course's materials as they stream in. Each stands for itself. @throws NotHere; BlobRefused where the form is none */
export async function receiveMaterials(
  person: Actor,
  course: string,
  request: Request
): Promise<{ added: string[]; refused: Array<{ name: string; why: PieceRefusal }> }> {
  // Asked before a byte is read, and again when each file is there.
  await courseFor(person, course, 'shape-course');
  const { taken } = await readMultipart(request, 2 * config.maxFileBytes, async (file) => {
    const given = Fields.safeParse(Object.fromEntries(file.fields));
    if (!given.success) throw new BlobRefused('broken-upload');
    const fields = given.data;
    const name = keepableName(file.name);
    if (name === null) return { name: file.name, why: 'name-too-long' as const };
    try {
      const blob = await storeBlob(file.stream);
      const home = {
        unitId: fields.unitId || null,
        assignmentId: fields.assignmentId || null,
        noticeId: fields.noticeId || null
      };
      await addMaterial(person, course, home, { title: fields.title || name.replace(/\.[^.]+$/, ''), name, blob });
      return { name, why: null };
    } catch (error) {
      if (error instanceof BlobRefused) return { name, why: error.why };
      throw error;
    }
  });
  return {
    added: taken.filter(({ why }) => why === null).map(({ name }) => name),
    refused: taken.flatMap(({ name, why }) => (why === null ? [] : [{ name, why }]))
  };
}

/** Takes a material out of its course. Its bytes stay for whatever else refers to them. */
export async function removeMaterial(person: Actor, course: string, materialId: string): Promise<void> {
  await shaping(person, course, (courseId, tx) =>
    execute('delete from materials where id = $1 and course_id = $2', [materialId, courseId], tx)
  );
}

/** The materials beside a brief or with a notice. One query. The caller has asked the policy. */
export function materialsOf(home: { assignmentId: string } | { noticeId: string }): Promise<MaterialView[]> {
  const [column, id] =
    'assignmentId' in home ? (['assignment_id', home.assignmentId] as const) : (['notice_id', home.noticeId] as const);
  return select(MaterialRow, materialsBeside(column), [id]);
}

/** A material that this person may open, with where it belongs. */
export interface OpenMaterial extends MaterialView, StoredFile {
  courseId: string;
  courseSlug: string;
  courseTitle: string;
  assignmentId: string | null;
  noticeId: string | null;
}

/**
 * Opens a material for whoever is in its course and may see what it lies in.
 *
 * @throws NotHere otherwise
 */
export async function openMaterial(person: Actor, materialId: string): Promise<OpenMaterial> {
  const [row] = await select(OpenRow, OPEN, [materialId, person.id, new Date(clock.now())]);
  if (!row || row.role === null || (row.role === 'student' && !row.shown)) throw new NotHere('This material');
  const { role: _role, shown: _shown, ...material } = row;
  return material;
}

/** Notes that someone has opened a material: some must-do items are met by it. */
export async function noteViewed(person: Actor, materialId: string): Promise<void> {
  await execute('insert into material_views (material_id, person_id, at) values ($1, $2, $3) on conflict do nothing', [
    materialId,
    person.id,
    new Date(clock.now())
  ]);
}

/** The materials that lie beside an assignment or a notice, `$1`, as SQL. */
export const materialsBeside = (column: 'assignment_id' | 'notice_id') => `
  select m.id, m.title, m.name, b.size::float8 as size, b.media_type as "mediaType"
  from materials m join blobs b on b.sha256 = m.sha256 where m.${column} = $1 order by m.position, m.id`;

export const MaterialRow = z.object({
  id: z.string(),
  title: z.string(),
  name: z.string(),
  size: z.number(),
  mediaType: z.string()
});

const OpenRow = MaterialRow.extend({
  sha256: z.string(),
  courseId: z.string(),
  courseSlug: z.string(),
  courseTitle: z.string(),
  assignmentId: z.string().nullable(),
  noticeId: z.string().nullable(),
  role: z.enum(['student', 'teacher']).nullable(),
  shown: z.boolean()
});

const seen = (table: string) => shownToStudents(table, '$3');

const OPEN = `
  select m.id, m.title, m.name, m.sha256, b.size::float8 as size, b.media_type as "mediaType", c.id as "courseId",
    c.slug as "courseSlug", c.title as "courseTitle", m.assignment_id as "assignmentId", m.notice_id as "noticeId", e.role,
    ${seen('m')} and ${seen('u')} and ${seen('n')}
      and ${setForStudents('a', '$3')} as shown
  from materials m
  join blobs b on b.sha256 = m.sha256
  join courses c on c.id = m.course_id
  left join assignments a on a.id = m.assignment_id
  left join notices n on n.id = m.notice_id
  left join units u on u.id = coalesce(m.unit_id, a.unit_id, n.unit_id)
  left join enrolments e on e.course_id = c.id and e.person_id = $2 and e.left_at is null
  where m.id = $1`;
