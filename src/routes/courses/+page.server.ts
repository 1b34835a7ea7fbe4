import { readOwnCourses } from '$server/courses/own-courses';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const { courses } = await readOwnCourses(signedIn(locals, url));
  return { courses };
};
