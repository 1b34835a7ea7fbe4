import { cut } from '$core/cut';
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
import { PointsText, WallClockText } from '../../../shared/fields';
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
  const draft = usualDraft(rules);
  return { draft: { ...draft, title: '' }, rules, around, earlier, now: clock.now() };
};

/** An assignment as the course has them unless somebody says otherwise. */
function usualDraft(rules: Awaited<ReturnType<typeof readAbout>>['rules']): AssignmentDraft {
  return AssignmentDraft.parse({
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
}

/** What a form without scripts says of it. */
const Plain = z.object({
  title: z.string().trim().min(1, 'Give it a title.').max(300),
  brief: z.string().max(100_000, 'The brief is longer than 100,000 characters.').default(''),
  due: WallClockText,
  points: PointsText,
  places: z
    .string()
    .max(4000)
    .default('')
    .transform((text) =>
      text
        .split('\n')
        .map((line) => cut(line.trim(), 200))
        .filter((line) => line !== '')
    )
    .refine((lines) => lines.length <= 40, 'That is more than can be asked for at once.')
});

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
  plain: action(
    Plain,
    async (person, { due, places, ...given }, { params }: RequestEvent) => {
      const course = await orNotFound(courseFor(person, params.course, 'shape-course'));
      const { rules } = await readAbout(course.id);
      const usual = usualDraft(rules);
      const deliverables = places.map((title) => ({ title, wants: wantsOf(rules) }));
      const draft = { ...usual, ...given, due: due?.(course.zone) ?? null };
      return setAssignment(
        person,
        params.course,
        AssignmentDraft.parse({ ...draft, deliverables: deliverables.length > 0 ? deliverables : usual.deliverables })
      );
    },
    { goTo: ({ id }) => `/assignments/${id}` }
  ),
  copy: action(Earlier, (person, { from }, { params }: RequestEvent) => copyAssignment(person, from, params.course), {
    goTo: ({ id }) => `/assignments/${id}/edit`
  })
};
