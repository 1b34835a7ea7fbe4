import { topics } from '$core/live/topics';
import { readOwnCourseGrade } from '$server/grades/own-course-grade';
import { orNotFound, signedIn } from '../../shared/guard';
import { shows } from '../../shared/shows';

export const load = async ({ locals, url, params, depends }) => {
  const view = await orNotFound(readOwnCourseGrade(signedIn(locals, url), params.course));
  return { ...shows(depends, topics.work, topics.course(view.course.id)), view, now: view.now };
};
