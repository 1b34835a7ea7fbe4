import { readCourseAside } from '$server/courses/asides';
import { hear } from '$server/threads/read-posts';
import { courseFor } from '$server/courses/course-head';
import { orNotFound, signedIn } from '../../../shared/guard';
import { openAside } from '../../../shared/open-aside';

export const load = async ({ locals, parent, url, isDataRequest }) => {
  const person = signedIn(locals, url);
  const { course } = await parent();
  const visit = isDataRequest ? 'refresh' : 'page';
  return { aside: await orNotFound(readCourseAside(person, course, openAside(url), visit)) };
};

export const actions = {
  heard: async ({ locals, params, url }) => {
    const person = signedIn(locals, url);
    const course = await orNotFound(courseFor(person, params.course, 'read-course'));
    const partyId = course.role === 'teacher' ? openAside(url) : person.id;
    if (partyId !== null) await hear(person, [{ on: 'course', id: course.id, partyId }]);
    return { done: true };
  }
};
