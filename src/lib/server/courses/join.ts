import { randomInt } from 'node:crypto';
import { z } from 'zod';
import { JOIN_TRIES, makeJoinPhrase, readJoinPhrase, type JoinRefusal } from '$core/courses/join-phrase';
import type { Actor, CourseRole } from '$core/people/policy';
import { HOUR } from '$core/time/moment';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { courseFor } from './course-head';

/**
 * Joins a course by its phrase. Wrong phrases are counted, in PostgreSQL, before the phrase is looked at: parallel
 * guesses cannot slip through.
 */
export async function joinByPhrase(person: Actor, typed: string): Promise<Outcome<{ slug: string }, JoinRefusal>> {
  const phrase = readJoinPhrase(typed);
  if (phrase === null) return { ok: false, why: 'not-three-words' };
  const now = clock.now();
  await execute('insert into join_attempts (person_id, at) values ($1, $2)', [person.id, new Date(now)]);
  const [tries] = await select(
    z.object({ n: z.number() }),
    'select count(*)::int as n from join_attempts where person_id = $1 and at > $2',
    [person.id, new Date(now - HOUR)]
  );
  if ((tries?.n ?? 0) > JOIN_TRIES) return { ok: false, why: 'too-many-phrases' };
  return inTransaction(async (tx) => {
    const [course] = await select(
      z.object({ id: z.string(), slug: z.string() }),
      'select id, slug from courses where join_phrase = $1 and archived_at is null',
      [phrase],
      tx
    );
    if (!course) return { ok: false, why: 'unknown-phrase' };
    // A phrase that is right was no guess.
    await execute('delete from join_attempts where person_id = $1 and at = $2', [person.id, new Date(now)], tx);
    if (!(await letIn(course.id, person, 'student', 'phrase', tx))) return { ok: false, why: 'already-in' };
    return { ok: true, slug: course.slug };
  });
}

/**
 * Makes a person part of a course; someone who had left comes back to what they had submitted.
 *
 * @returns false where they were in it already
 */
export async function letIn(
  courseId: string,
  person: Actor,
  role: CourseRole,
  by: 'phrase' | 'invitation',
  tx: Tx
): Promise<boolean> {
  const made = await select(
    z.object({ id: z.string() }),
    `insert into enrolments as e (course_id, person_id, role, joined_at, joined_by) values ($1, $2, $3, $4, $5)
     on conflict (course_id, person_id) do update
       set role = excluded.role, joined_at = excluded.joined_at, joined_by = excluded.joined_by, left_at = null
       where e.left_at is not null
     returning person_id as id`,
    [courseId, person.id, role, new Date(clock.now()), by],
    tx
  );
  if (made.length === 0) return false;
  await audit(person.id, 'joined', courseId, { by }, tx);
  await publish({ what: 'enrolment', courseId, personId: person.id }, tx);
  return true;
}

/** Leaves a course. What was submitted stays with it, and is there again after coming back. */
export async function leaveCourse(person: Actor, course: string): Promise<void> {
  await inTransaction(async (tx) => {
    const head = await courseFor(person, course, 'read-course', tx);
    if (head.role !== 'student') throw new NotHere('This course');
    await leave(head.id, person.id, tx);
    await audit(person.id, 'left', head.id, {}, tx);
  });
}

/** Takes a student out of a course, as its teacher. What they submitted stays. */
export async function removeStudent(person: Actor, course: string, studentId: string): Promise<void> {
  await inTransaction(async (tx) => {
    const head = await courseFor(person, course, 'shape-course', tx);
    await leave(head.id, studentId, tx);
    await audit(person.id, 'removed', head.id, { studentId }, tx);
  });
}

async function leave(courseId: string, personId: string, tx: Tx): Promise<void> {
  const left = await select(
    z.object({ id: z.string() }),
    `update enrolments set left_at = $3 where course_id = $1 and person_id = $2 and role = 'student' and left_at is null
     returning person_id as id`,
    [courseId, personId, new Date(clock.now())],
    tx
  );
  if (left.length === 0) throw new NotHere('This student');
  await publish({ what: 'enrolment', courseId, personId }, tx);
}

/** The course's join phrase, for its teachers; null where joining by phrase is closed. */
export async function readJoinPhraseOf(courseId: string): Promise<string | null> {
  const [row] = await select(
    z.object({ phrase: z.string().nullable() }),
    'select join_phrase as phrase from courses where id = $1',
    [courseId]
  );
  return row?.phrase ?? null;
}

/** Opens joining by a new phrase, or closes it. The old phrase is worth nothing from then on. */
export async function changeJoinPhrase(person: Actor, course: string, to: 'new' | 'closed'): Promise<string | null> {
  return inTransaction(async (tx) => {
    const { id } = await courseFor(person, course, 'shape-course', tx);
    const phrase = to === 'closed' ? null : await freshPhrase(tx);
    await execute('update courses set join_phrase = $2 where id = $1', [id, phrase], tx);
    await audit(person.id, 'join-phrase', id, { to }, tx);
    return phrase;
  });
}

async function freshPhrase(tx: Tx): Promise<string> {
  for (;;) {
    const phrase = makeJoinPhrase((below) => randomInt(below));
    const taken = await select(z.object({}), 'select 1 from courses where join_phrase = $1', [phrase], tx);
    if (taken.length === 0) return phrase;
  }
}
