import { z } from 'zod';
import type { GradeRefusal } from '$core/grades/refusals';
import { schemeMoves, type SchemeMove } from '$core/grades/moves';
import { inScale, wished } from '$core/grades/scales';
import type { Scheme } from '$core/grades/scheme';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, inTransaction, select } from '../db/connection';
import { courseFor } from '../courses/course-head';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { gradesBy, readClassGrades } from './class-grades';
import { readScheme } from './course-scheme';

/**
 * What another scheme would change for the class, before it holds. Nothing is kept.
 *
 * @throws NotHere for whoever does not teach the course
 */
export async function trySchemeOn(
  person: Actor,
  course: string,
  scheme: Scheme
): Promise<{ moves: SchemeMove[]; stay: number }> {
  const whole = await readClassGrades(person, course);
  return schemeMoves(whole.rows, gradesBy(whole.scheme, whole), gradesBy(scheme, whole));
}

/** Puts a scheme in force, or, by null, goes back to what is usual. @throws NotHere for whoever does not teach the course */
export async function keepScheme(person: Actor, course: string, scheme: Scheme | null): Promise<void> {
  await inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'grade-course', tx);
    await execute('update courses set scheme = $2 where id = $1', [id, scheme && JSON.stringify(scheme)], tx);
    await audit(person.id, 'keep-scheme', id, { own: scheme !== null }, tx);
    await publish({ what: 'course-shaped', courseId: id }, tx);
  });
}

/** Lets students see how results are spread, or ends that. */
export async function showSpread(person: Actor, course: string, shown: boolean): Promise<void> {
  await inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'grade-course', tx);
    await execute('update courses set spread_shown = $2 where id = $1', [id, shown], tx);
    await publish({ what: 'course-shaped', courseId: id }, tx);
  });
}

export const OverrideGiven = z.object({
  studentId: z.uuid(),
  says: z.string().trim().max(40),
  reason: z.string().trim().max(500)
});

/**
 * Says a result in place of the reckoning, with its reason; with nothing said, the reckoning holds again. Both are noted.
 *
 * @returns refused where the scale knows no such result, the reason is not given, or nobody of that id studies here
 */
export async function overrideGrade(
  person: Actor,
  course: string,
  { studentId, says, reason }: z.infer<typeof OverrideGiven>
): Promise<Outcome<object, GradeRefusal>> {
  return inTransaction(async (tx) => {
    const { id, slug } = await courseFor(person, course, 'grade-course', tx);
    if (says === '') {
      await execute('delete from grade_overrides where course_id = $1 and person_id = $2', [id, studentId], tx);
      await audit(person.id, 'reckon-grade-again', id, { studentId }, tx);
      await publish({ what: 'course-shaped', courseId: id }, tx);
      return { ok: true };
    }
    const { scale, rounding } = (await readScheme(slug)).scheme;
    const figure = wished(says, scale);
    if (figure === null) return { ok: false, why: 'not-on-the-scale' };
    if (reason === '') return { ok: false, why: 'override-without-reason' };
    // As the scale writes it: "b" is B, "80" is 80 %.
    const written = scale.kind === 'line' ? figure.toString() : inScale(figure, scale, rounding).text;
    const bind = [id, studentId, written, reason, person.id, new Date(clock.now())];
    const [done] = await select(z.object({ id: z.string() }), OVERRIDE, bind, tx);
    if (!done) return { ok: false, why: 'not-in-this-course' };
    await audit(person.id, 'override-grade', id, { studentId, says: written }, tx);
    await publish({ what: 'course-shaped', courseId: id }, tx);
    return { ok: true };
  });
}
const OVERRIDE = `
  insert into grade_overrides (course_id, person_id, says, reason, by_person, at)
  select $1, e.person_id, $3, $4, $5, $6 from enrolments e
  where e.course_id = $1 and e.person_id = $2 and e.role = 'student' and e.left_at is null
  on conflict (course_id, person_id) do update set says = excluded.says, reason = excluded.reason,
    by_person = excluded.by_person, at = excluded.at
  returning person_id as id`;
