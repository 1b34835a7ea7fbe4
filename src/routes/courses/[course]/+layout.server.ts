import { asDependency, topics } from '$core/live/topics';
import { courseFor } from '$server/courses/course-head';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url, depends }) => {
  const course = await orNotFound(courseFor(signedIn(locals, url), params.course, 'read-course'));
  depends(asDependency(topics.course(course.id)));
  return { course };
};
