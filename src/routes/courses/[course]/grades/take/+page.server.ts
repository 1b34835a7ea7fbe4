import { z } from 'zod';
import { planGradeBook, takeGradeBook } from '$server/grades/grade-book';
import { courseFor } from '$server/courses/course-head';
import { action } from '../../../../shared/action';
import { orNotFound, signedIn } from '../../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => {
  await orNotFound(courseFor(signedIn(locals, url), params.course, 'grade-course'));
};

const File = z.object({
  text: z.string().min(1, 'There is nothing in it.').max(400_000, 'That is longer than any class.')
});

export const actions = {
  look: action(
    File,
    async (person, { text }, { params }: RequestEvent) => ({
      plan: await planGradeBook(person, params.course, text),
      text
    }),
    { then: ({ plan, text }) => ({ done: true as const, plan, text, kept: false, meanwhile: null }), stays: true }
  ),
  take: action(
    File,
    async (person, { text }, { params }: RequestEvent) => ({
      ...(await takeGradeBook(person, params.course, text)),
      text
    }),
    {
      then: ({ text, kept, meanwhile, ...plan }) => ({ done: true as const, plan, text, kept, meanwhile }),
      stays: true
    }
  )
};
