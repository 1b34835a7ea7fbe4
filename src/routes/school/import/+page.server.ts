import { action, streamedAction } from '../../shared/action';
import { z } from 'zod';
import { receiveRoster } from '$server/school/receive-roster';
import { planDraft, takeDraftIn } from '$server/school/roster-import';
import { orNotFound, signedIn } from '../../shared/guard';

const Draft = z.uuid().nullable().catch(null);

export const load = async ({ locals, url }) => {
  const draft = Draft.parse(url.searchParams.get('draft'));
  const person = signedIn(locals, url);
  const plan = draft === null ? null : await orNotFound(planDraft(person, draft));
  // Long lists are said by their number; the problems are what somebody has to read.
  return { draft, plan: plan && { ...plan, people: plan.people.slice(0, SHOWN), counts: countsOf(plan) } };
};

const SHOWN = 50;
const countsOf = (plan: { people: unknown[]; courses: unknown[]; enrolments: unknown[] }) => ({
  people: plan.people.length,
  courses: plan.courses.length,
  enrolments: plan.enrolments.length
});

const TakeForm = z.object({ draft: z.uuid(), mails: z.literal('on').optional() });

export const actions = {
  read: streamedAction(receiveRoster, { goTo: ({ draft }) => `/school/import?draft=${draft}` }),
  take: action(TakeForm, (person, { draft, mails }) => takeDraftIn(person, draft, mails ? 'mail-new' : 'mail-nobody'), {
    goTo: (plan) => `/school/import?${new URLSearchParams({ took: Object.values(countsOf(plan)).join('.') })}`
  })
};
