import { courseFor } from '$server/courses/course-head';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  course: await orNotFound(courseFor(signedIn(locals, url), params.course, 'read-course'))
});
