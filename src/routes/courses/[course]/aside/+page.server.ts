import { z } from 'zod';
import { action } from '../../../shared/action';
import type { RequestEvent } from './$types';
import { readCourseAside } from '$server/courses/asides';
import { noteHeard } from '$server/threads/read-posts';
import { courseFor } from '$server/courses/course-head';
import { orNotFound, signedIn } from '../../../shared/guard';
import { openAside } from '../../../shared/open-aside';

export const load = async ({ locals, parent, url, isDataRequest }) => {
  const person = signedIn(locals, url);
  const { course } = await parent();
  const visit = isDataRequest ? 'refresh' : 'page';
  const aside = await orNotFound(readCourseAside(person, course, openAside(url), visit));
  return { aside, now: aside.now };
};

export const actions = {
  heard: action(z.object({}), async (person, _, { params, url }: RequestEvent) => {
    const course = await courseFor(person, params.course, 'read-course');
    const partyId = course.role === 'teacher' ? openAside(url) : person.id;
    if (partyId !== null) await noteHeard(person, [{ on: 'course', id: course.id, partyId }]);
  })
};
