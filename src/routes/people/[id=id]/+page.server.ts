import { error, redirect } from '@sveltejs/kit';
import { sharedCourse } from '$server/courses/shared-course';
import { signedIn } from '../../shared/guard';

/** A person is found among the people of a course that both are in. */
export const load = async ({ locals, params, url }) => {
  const slug = await sharedCourse(signedIn(locals, url), params.id);
  if (!slug) error(404, 'There is nothing here, or it is not yours to see.');
  redirect(303, `/courses/${slug}/roster#person-${params.id}`);
};
