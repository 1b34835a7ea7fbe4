import { fail, redirect } from '@sveltejs/kit';
import { giveNotice, NewNotice } from '$server/courses/notices';
import { readOutline } from '$server/courses/outline';
import { courseFor } from '$server/courses/course-head';
import { orNotFound, signedIn } from '../../../../shared/guard';
import { formFields } from '../../../../shared/read-form';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const course = await orNotFound(courseFor(person, params.course, 'shape-course'));
  const { units } = await readOutline(person, course);
  return { units: units.flatMap(({ id, title }) => (id === null ? [] : [{ id, title }])) };
};

export const actions = {
  default: async ({ locals, params, url, request }) => {
    const given = await formFields(request);
    const notice = NewNotice.safeParse({ ...given, unitId: given.unitId || null });
    if (!notice.success)
      return fail(400, {
        problem: 'A notice needs a title and a text.',
        title: String(given.title),
        body: String(given.body)
      });
    const { id } = await orNotFound(giveNotice(signedIn(locals, url), params.course, notice.data));
    redirect(303, `/notices/${id}`);
  }
};
