import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { addCourse, CourseForm, readCourses } from '$server/school/courses';
import { handleForm } from '../../shared/form';
import { orNotFound, signedIn } from '../../shared/guard';
import { schoolRefusalWords } from '../refusals';

const Search = z.string().trim().max(100).catch('');

export const load = async ({ locals, url }) => {
  const search = Search.parse(url.searchParams.get('q') ?? '');
  return { search, ...(await orNotFound(readCourses(signedIn(locals, url), search))) };
};

export const actions = {
  add: ({ locals, url, request }) =>
    handleForm(request, CourseForm, async (given) => {
      const added = await addCourse(signedIn(locals, url), given);
      if (!added.ok) return fail(409, { problem: schoolRefusalWords(added.why) });
      redirect(303, `/school/courses/${added.slug}`);
    })
};
