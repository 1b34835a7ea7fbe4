import { action } from '../../shared/action';
import { z } from 'zod';
import { addCourse, CourseForm, readCourses } from '$server/school/courses';
import { orNotFound, signedIn } from '../../shared/guard';

const Search = z.string().trim().max(100).catch('');

export const load = async ({ locals, url }) => {
  const search = Search.parse(url.searchParams.get('q') ?? '');
  return { search, ...(await orNotFound(readCourses(signedIn(locals, url), search))) };
};

export const actions = {
  add: action(CourseForm, addCourse, { goTo: ({ slug }) => `/school/courses/${slug}` })
};
