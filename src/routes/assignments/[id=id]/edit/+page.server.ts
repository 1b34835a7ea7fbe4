import { readAroundDraft } from '$server/assignments/around-draft';
import { changeAssignment, readDraft } from '$server/assignments/change-assignment';
import { dropUnfinished } from '$server/assignments/unfinished';
import { clock } from '$server/clock';
import { config } from '$server/config';
import { readAbout } from '$server/courses/about';
import { courseFor } from '$server/courses/course-head';
import { materialsOf } from '$server/courses/materials';
import { action } from '../../../shared/action';
import { DraftForm, unfinishedActions } from '../../../shared/draft-form';
import type { RequestEvent } from './$types';
import { orNotFound, signedIn } from '../../../shared/guard';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const { draft, courseId, begun } = await orNotFound(readDraft(person, params.id));
  const course = await orNotFound(courseFor(person, courseId, 'shape-course'));
  const [{ rules }, around, materials] = await Promise.all([
    readAbout(courseId),
    readAroundDraft(person, course.id, params.id),
    materialsOf({ assignmentId: params.id })
  ]);
  return { draft, begun, course, rules, around, materials, largestFile: config.maxFileBytes, now: clock.now() };
};

const writing = ({ params }: RequestEvent) => ({ assignmentId: params.id });

export const actions = {
  ...unfinishedActions(writing),
  keep: action(
    DraftForm,
    async (person, { draft, confirmed }, event: RequestEvent) => {
      const answer = await changeAssignment(person, event.params.id, draft, confirmed);
      if (answer.done) await dropUnfinished(person, writing(event));
      return answer.done ? answer : { ok: false as const, why: 'affects-others', affects: answer.affects };
    },
    {
      goTo: (_, __, { params }) => `/assignments/${params.id}`,
      words: () => 'This changes something for people who have begun. Read whom it concerns, then keep it once more.',
      with: ({ affects }) => ({ affects })
    }
  )
};
