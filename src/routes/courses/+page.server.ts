import { mayForSchool } from '$core/people/policy';
import { readOwnCourses } from '$server/courses/own-courses';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const { courses } = await readOwnCourses(person);
  return { courses, keepsCalendar: mayForSchool(person, 'keep-calendar') };
};
