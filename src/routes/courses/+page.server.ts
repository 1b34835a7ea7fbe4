import { topics } from '$core/live/topics';
import { mayForSchool } from '$core/people/policy';
import { readCourseGlances } from '$server/lines/courses';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

export const load = async ({ locals, url, depends }) => {
  const person = signedIn(locals, url);
  return {
    ...shows(depends, topics.work, topics.courses),
    ...(await readCourseGlances(person)),
    keepsCalendar: mayForSchool(person, 'keep-calendar')
  };
};
