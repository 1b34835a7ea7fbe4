import type { RequestEvent } from './$types';
import { action } from '../../../shared/action';
import { z } from 'zod';
import { enrolPeople, EnrolForm, readCourse, removeFromCourse } from '$server/school/courses';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => ({
  course: await orNotFound(readCourse(signedIn(locals, url), params.course))
});

export const actions = {
  enrol: action(EnrolForm, (person, given, { params }: RequestEvent) => enrolPeople(person, params.course, given), {
    then: ({ entered, unknown }) => ({
      done: entered === 1 ? 'One person is in.' : `${entered} people are in.`,
      unknown
    }),
    // Whom nobody knows by these names is said once.
    stays: true
  }),
  remove: action(
    z.object({ id: z.uuid() }),
    (person, { id }, { params }: RequestEvent) => removeFromCourse(person, params.course, id),
    { then: () => ({ done: 'Taken out. What they submitted is kept.', unknown: [] as string[] }) }
  )
};
