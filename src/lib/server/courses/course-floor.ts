import { z } from 'zod';
import type { CourseHead } from '$core/courses/views';
import type { Actor } from '$core/people/policy';
import type { PostView } from '$core/threads/views';
import { audit } from '../db/audit';
import { execute, inTransaction, select } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere } from '../outcome';
import { noteHeard, readPosts, type Place } from '../threads/read-posts';
import { courseFor } from './course-head';

/**
 * What was said to everybody in a course, on no assignment. Students find it where the course lets them begin something, or where
 * something was said there already.
 *
 * @param visit a visit counts as hearing it
 */
export async function readCourseFloor(
  person: Actor,
  course: CourseHead,
  visit: 'page' | 'refresh'
): Promise<{ posts: PostView[]; people: number }> {
  const place: Place[] = [{ on: 'course', id: course.id, partyId: null }];
  const [[posts = []], [row]] = await Promise.all([readPosts(person, place), select(People, PEOPLE, [course.id])]);
  if (visit === 'page' && posts.some(({ fresh }) => fresh)) await noteHeard(person, place);
  return { posts, people: row?.people ?? 0 };
}

/** Lets students of a course say something to all of it, or not any more. Its teachers do. */
export async function letStudentsBegin(person: Actor, slug: string, on: boolean): Promise<{ ok: true }> {
  return inTransaction(async (tx) => {
    const course = await courseFor(person, slug, 'see-class', tx);
    await execute('update courses set students_begin = $2 where id = $1', [course.id, on], tx);
    await audit(person.id, 'let-students-begin', course.id, { on }, tx);
    await publish({ what: 'course-shaped', courseId: course.id }, tx);
    return { ok: true };
  });
}

/** All that was said there so far counts as heard. @throws NotHere for whoever is not in the course */
export async function hearCourseFloor(person: Actor, slug: string): Promise<{ ok: true }> {
  const course = await courseFor(person, slug, 'read-course');
  if (course.role === 'student' && course.archived) throw new NotHere('This course');
  await noteHeard(person, [{ on: 'course', id: course.id, partyId: null }]);
  return { ok: true };
}

const People = z.object({ people: z.number() });
const PEOPLE = 'select count(*)::int as people from enrolments where course_id = $1 and left_at is null';
