import { mayForSchool } from '$core/people/policy';
import { readCourseGlances } from '$server/lines/courses';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  return { ...(await readCourseGlances(person)), keepsCalendar: mayForSchool(person, 'keep-calendar') };
};
