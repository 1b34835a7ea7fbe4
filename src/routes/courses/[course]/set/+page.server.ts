import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { AssignmentDraft } from '$core/assignments/draft';
import { RULE_NAMES, wantsOf } from '$core/courses/rules';
import { clock } from '$server/clock';
import { copyAssignment, setAssignment } from '$server/assignments/change-assignment';
import { readEarlier } from '$server/assignments/earlier';
import { readAbout } from '$server/courses/about';
import { courseFor } from '$server/courses/course-head';
import { readUnitNames } from '$server/courses/outline';
import { readDraftForm } from '../../../shared/draft-form';
import { orNotFound, signedIn } from '../../../shared/guard';
import { readForm } from '../../../shared/read-form';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const course = await orNotFound(courseFor(person, params.course, 'shape-course'));
  const [{ rules }, units, earlier] = await Promise.all([
    readAbout(course.id),
    readUnitNames(course.id),
    readEarlier(person)
  ]);
  const draft = AssignmentDraft.parse({
    title: 'Untitled',
    brief: '',
    inherits: [...RULE_NAMES],
    late: rules.late,
    allowance: rules.allowance,
    takeBack: rules.takeBack,
    counts: rules.counts,
    standsAgain: rules.standsAgain,
    followMinutes: rules.followMinutes,
    deliverables: [{ title: 'What you hand over', wants: wantsOf(rules) }]
  });
  return { draft: { ...draft, title: '' }, rules, units, earlier, now: clock.now() };
};

export const actions = {
  keep: async ({ locals, params, url, request }) => {
    const person = signedIn(locals, url);
    const form = await readDraftForm(request);
    if ('problems' in form) return fail(400, { problems: form.problems, affects: [] as string[] });
    const { id } = await orNotFound(setAssignment(person, params.course, form.draft));
    redirect(303, `/assignments/${id}`);
  },
  copy: async ({ locals, params, url, request }) => {
    const person = signedIn(locals, url);
    const from = z.uuid().safeParse((await readForm(request)).get('from'));
    if (!from.success)
      return fail(400, { problems: { '': 'Choose which assignment to copy.' }, affects: [] as string[] });
    const { id } = await orNotFound(copyAssignment(person, from.data, params.course));
    redirect(303, `/assignments/${id}/edit`);
  }
};
