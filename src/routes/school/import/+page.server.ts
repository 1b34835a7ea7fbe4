import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { ROSTER_FILES } from '$core/school/roster-files';
import { receiveRoster } from '$server/school/receive-roster';
import { planDraft, takeDraftIn } from '$server/school/roster-import';
import { handleForm } from '../../shared/form';
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
  read: async ({ locals, url, request }) => {
    const read = await orNotFound(receiveRoster(signedIn(locals, url), request));
    if (!read.ok)
      return fail(409, {
        problem:
          read.why === 'no-file'
            ? `Choose at least one of ${ROSTER_FILES.map((file) => `${file}.csv`).join(', ')}.`
            : 'One of these could not be read as CSV, or is longer than any school’s. Nothing was changed.'
      });
    redirect(303, `/school/import?draft=${read.draft}`);
  },
  take: ({ locals, url, request }) =>
    handleForm(request, TakeForm, async ({ draft, mails }) => {
      const plan = await takeDraftIn(signedIn(locals, url), draft, mails ? 'mail-new' : 'mail-nobody');
      redirect(303, `/school/import?${new URLSearchParams({ took: Object.values(countsOf(plan)).join('.') })}`);
    })
};
