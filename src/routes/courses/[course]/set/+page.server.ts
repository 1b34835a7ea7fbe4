import { z } from 'zod';
import { AssignmentDraft } from '$core/assignments/draft';
import { RULE_NAMES, wantsOf } from '$core/courses/rules';
import { clock } from '$server/clock';
import { copyAssignment, setAssignment } from '$server/assignments/change-assignment';
import { readAroundDraft } from '$server/assignments/around-draft';
import { readEarlier } from '$server/assignments/earlier';
import { dropUnfinished } from '$server/assignments/unfinished';
import { readAbout } from '$server/courses/about';
import { courseFor } from '$server/courses/course-head';
import { action } from '../../../shared/action';
import { DraftForm, unfinishedActions } from '../../../shared/draft-form';
import type { RequestEvent } from './$types';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const course = await orNotFound(courseFor(person, params.course, 'shape-course'));
  const [{ rules }, around, earlier] = await Promise.all([
    readAbout(course.id),
    readAroundDraft(person, course.id, null),
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
  return { draft: { ...draft, title: '' }, rules, around, earlier, now: clock.now() };
};

const Earlier = z.object({ from: z.uuid('Choose which assignment to copy.') });

export const actions = {
  ...unfinishedActions(({ params }: RequestEvent) => ({ course: params.course, assignmentId: null })),
  keep: action(
    DraftForm,
    async (person, { draft }, { params }: RequestEvent) => {
      const set = await setAssignment(person, params.course, draft);
      await dropUnfinished(person, { course: params.course, assignmentId: null });
      return set;
    },
    {
      goTo: ({ id }) => `/assignments/${id}`
    }
  ),
  copy: action(Earlier, (person, { from }, { params }: RequestEvent) => copyAssignment(person, from, params.course), {
    goTo: ({ id }) => `/assignments/${id}/edit`
  })
};
