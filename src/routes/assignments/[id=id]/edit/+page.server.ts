import { fail, redirect } from '@sveltejs/kit';
import { changeAssignment, readDraft } from '$server/assignments/change-assignment';
import { clock } from '$server/clock';
import { config } from '$server/config';
import { readAbout } from '$server/courses/about';
import { courseFor } from '$server/courses/course-head';
import { materialsOf } from '$server/courses/materials';
import { readUnitNames } from '$server/courses/outline';
import { readDraftForm } from '../../../shared/draft-form';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const { draft, courseId, begun } = await orNotFound(readDraft(person, params.id));
  const course = await orNotFound(courseFor(person, courseId, 'shape-course'));
  const [{ rules }, units, materials] = await Promise.all([
    readAbout(courseId),
    readUnitNames(course.id),
    materialsOf({ assignmentId: params.id })
  ]);
  return { draft, begun, course, rules, units, materials, largestFile: config.maxFileBytes, now: clock.now() };
};

export const actions = {
  keep: async ({ locals, params, url, request }) => {
    const person = signedIn(locals, url);
    const form = await readDraftForm(request);
    if ('problems' in form) return fail(400, { problems: form.problems, affects: [] as string[] });
    const answer = await orNotFound(changeAssignment(person, params.id, form.draft, form.confirmed));
    if (!answer.done) return fail(409, { problems: {} as Record<string, string>, affects: answer.affects });
    redirect(303, `/assignments/${params.id}`);
  }
};
