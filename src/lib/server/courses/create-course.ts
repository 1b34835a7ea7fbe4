import { z } from 'zod';
import { EMBLEMS } from '$core/courses/emblems';
import type { CourseRole } from '$core/people/policy';
import { clock } from '../clock';
import { inTransaction, type Tx } from '../db/connection';
import { Course, Unit } from '../db/models/assignments';
import { Enrolment } from '../db/models/people';
import { Zone } from '../people/create-person';

export const NewCourse = z.object({
  slug: z.string().regex(/^[a-z0-9-]{2,60}$/),
  title: z.string().trim().min(1).max(200),
  emblem: z.enum(EMBLEMS),
  zone: Zone,
  units: z.array(z.string().trim().min(1).max(200)).default([]),
  /** What another school system calls it. */
  sourcedId: z.string().max(100).nullable().default(null)
});

/** Creates a course with its units in order. */
export async function createCourse(input: z.input<typeof NewCourse>): Promise<{ id: string; units: string[] }> {
  const facts = NewCourse.parse(input);
  return inTransaction((tx) => layCourse(facts, tx));
}

/** The same inside a transaction, with what was parsed already. */
export async function layCourse(
  { units, ...facts }: z.infer<typeof NewCourse>,
  transaction: Tx
): Promise<{ id: string; units: string[] }> {
  const course = await Course.create({ ...facts, createdAt: new Date(clock.now()) }, { transaction });
  const rows = units.map((title, position) => ({ courseId: course.id, title, position }));
  const made = await Unit.bulkCreate(rows, { transaction });
  return { id: course.id, units: made.map((unit) => unit.id) };
}

/** Lets a person into a course; someone who had left comes back with the role given. */
export async function enrol(courseId: string, personId: string, role: CourseRole): Promise<void> {
  await Enrolment.upsert({ courseId, personId, role, joinedAt: new Date(clock.now()), leftAt: null });
}
