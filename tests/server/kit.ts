import { randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { createAssignment, type NewAssignment } from '$server/assignments/create-assignment';
import { storeBlob } from '$server/blobs/store';
import { clock } from '$server/clock';
import { createCourse, enrol } from '$server/courses/create-course';
import { execute, select } from '$server/db/connection';
import { addFile } from '$server/gathering/pieces';
import { submitPacket } from '$server/rounds/submit';
import { createPerson } from '$server/people/create-person';

export const MONDAY = Date.parse('2027-03-08T09:00:00Z');
export const HOUR = 3_600_000;
export const DAY = 24 * HOUR;
export const at = (moment: number) => clock.set(moment, { frozen: true });
export const key = () => randomUUID();

export async function person(name: string): Promise<Actor> {
  const handle = `${name.toLowerCase()}-${randomUUID().slice(0, 8)}`;
  const made = await createPerson({
    handle,
    name,
    sortName: name,
    email: `${handle}@skerrow.example`,
    zone: 'Atlantic/Faroe',
    password: 'low tide at noon'
  });
  return { id: made.id, schoolRoles: [] };
}

/** Somebody of the school's office. */
/** Somebody of the office, for what asks only that. */
export const OFFICE: Actor = { id: randomUUID(), schoolRoles: ['office'] };

export async function officePerson(): Promise<Actor> {
  const { id } = await createPerson({
    handle: `office-${randomUUID().slice(0, 8)}`,
    name: 'Petra Holm',
    sortName: 'Holm',
    email: 'petra@skerrow.example',
    zone: 'Atlantic/Faroe',
    password: 'low tide at noon',
    schoolRoles: ['office']
  });
  return { id, schoolRoles: ['office'] };
}

/** A course with a teacher and two students, at Monday nine o'clock. */
export async function smallCourse() {
  at(MONDAY);
  const slug = `course-${randomUUID().slice(0, 8)}`;
  const course = await createCourse({
    slug,
    title: 'Tidal Ecology',
    emblem: 'shell',
    zone: 'Atlantic/Faroe',
    units: ['Shore']
  });
  const [teacher, ilse, teodor, stranger] = await Promise.all(['Odile', 'Ilse', 'Teodor', 'Lev'].map(person));
  if (!teacher || !ilse || !teodor || !stranger) throw new Error('four people');
  await enrol(course.id, teacher.id, 'teacher');
  await enrol(course.id, ilse.id, 'student');
  await enrol(course.id, teodor.id, 'student');
  const set = async (over: Partial<z.input<typeof NewAssignment>> = {}) =>
    (
      await createAssignment({
        courseId: course.id,
        title: 'Field report',
        brief: 'Go out and look.',
        points: 20,
        ...over
      })
    ).id;
  return { course, slug, teacher, ilse, teodor, stranger, set };
}

export async function attach(who: Actor, assignmentId: string, content: string = randomUUID(), name = 'report.txt') {
  const blob = await storeBlob(Readable.from([Buffer.from(content)]));
  return addFile(who, { assignmentId, deliverableId: null, name, blob, key: null });
}

export async function handIn(who: Actor, assignmentId: string, content: string = randomUUID()) {
  await attach(who, assignmentId, content);
  return submitPacket(who, { assignmentId, key: key() });
}

export async function packetOf(who: Actor, assignmentId: string): Promise<string> {
  const { z } = await import('zod');
  const [row] = await select(
    z.object({ id: z.string() }),
    `select p.id from packets p join party_members m on m.party_id = p.party_id
     where m.person_id = $1 and p.assignment_id = $2`,
    [who.id, assignmentId]
  );
  if (!row) throw new Error('no packet');
  return row.id;
}

export async function count(sql: string, bind: unknown[] = []): Promise<number> {
  const { z } = await import('zod');
  const [row] = await select(z.object({ n: z.coerce.number() }), sql, bind);
  return row?.n ?? 0;
}

export { execute };
