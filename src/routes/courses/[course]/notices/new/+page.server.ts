import { z } from 'zod';
import { giveNotice, NewNotice } from '$server/courses/notices';
import { readOutline } from '$server/courses/outline';
import { courseFor } from '$server/courses/course-head';
import { orNotFound, signedIn } from '../../../../shared/guard';
import { action } from '../../../../shared/action';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const course = await orNotFound(courseFor(person, params.course, 'shape-course'));
  const { units } = await readOutline(person, course);
  return { units: units.flatMap(({ id, title }) => (id === null ? [] : [{ id, title }])) };
};

const Notice = NewNotice.extend({ unitId: z.union([z.literal('').transform(() => null), z.uuid()]).default('') });

export const actions = {
  default: action(Notice, (person, notice, { params }: RequestEvent) => giveNotice(person, params.course, notice), {
    goTo: ({ id }) => `/notices/${id}`
  })
};
