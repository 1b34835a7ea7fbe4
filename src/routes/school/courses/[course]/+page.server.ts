import { z } from 'zod';
import { enrolPeople, EnrolForm, readCourse, removeFromCourse } from '$server/school/courses';
import { handleForm } from '../../../shared/form';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  course: await orNotFound(readCourse(signedIn(locals, url), params.course))
});

export const actions = {
  enrol: ({ locals, params, url, request }) =>
    handleForm(request, EnrolForm, async (given) => {
      const { entered, unknown } = await enrolPeople(signedIn(locals, url), params.course, given);
      const done = entered === 1 ? 'One person is in.' : `${entered} people are in.`;
      return { done, unknown };
    }),
  remove: ({ locals, params, url, request }) =>
    handleForm(request, z.object({ id: z.uuid() }), async ({ id }) => {
      await removeFromCourse(signedIn(locals, url), params.course, id);
      return { done: 'Taken out. What they submitted is kept.', unknown: [] as string[] };
    })
};
