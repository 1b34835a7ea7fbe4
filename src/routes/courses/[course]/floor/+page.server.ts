import { z } from 'zod';
import { hearCourseFloor, letStudentsBegin, readCourseFloor } from '$server/courses/course-floor';
import { action } from '../../../shared/action';
import { signedIn } from '../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, parent, url, isDataRequest }) => {
  const person = signedIn(locals, url);
  const { course } = await parent();
  return { floor: await readCourseFloor(person, course, isDataRequest ? 'refresh' : 'page') };
};

const Begin = z.object({ on: z.enum(['yes', 'no']).transform((on) => on === 'yes') });

export const actions = {
  heard: action(z.object({}), (person, _, { params }: RequestEvent) => hearCourseFloor(person, params.course)),
  begin: action(Begin, (person, { on }, { params }: RequestEvent) => letStudentsBegin(person, params.course, on))
};
