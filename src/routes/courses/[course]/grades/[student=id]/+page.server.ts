import { topics } from '$core/live/topics';
import { readGradeInClass } from '$server/grades/own-course-grade';
import { z } from 'zod';
import { endGuardian, GuardianInvited, inviteGuardian, readGuardians } from '$server/family/guardians';
import { OverrideGiven, overrideGrade } from '$server/grades/keep-scheme';
import type { RequestEvent } from './$types';
import { action } from '../../../../shared/action';
import { orNotFound, signedIn } from '../../../../shared/guard';
import { shows } from '../../../../shared/shows';

export const load = async ({ locals, url, params, depends }) => {
  const person = signedIn(locals, url);
  const [view, guardians] = await Promise.all([
    orNotFound(readGradeInClass(person, params.course, params.student)),
    orNotFound(readGuardians(person, params.student))
  ]);
  return {
    ...shows(depends, topics.work, topics.course(view.course.id)),
    view,
    guardians,
    student: params.student,
    now: view.now
  };
};

export const actions = {
  override: action(
    OverrideGiven,
    (person, given, { params }: RequestEvent) => overrideGrade(person, params.course, given),
    {
      then: (_, { says }) => ({
        done: says === '' ? 'The reckoning holds again.' : 'Kept. The student sees it with its reason.'
      })
    }
  ),
  invite: action(GuardianInvited, inviteGuardian, {
    then: (_, { email }) => ({ done: `An invitation is on its way to ${email}.` })
  }),
  end: action(z.object({ id: z.uuid() }), (person, { id }) => endGuardian(person, id), {
    then: () => ({ done: 'Ended.' })
  })
};
