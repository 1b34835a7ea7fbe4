import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { LatePolicy } from '$core/lateness/late-policy';
import { MOST_MINUTES } from '$core/courses/rules';
import { COUNTS } from '$core/packets/terms';
import { WANTED_KINDS } from '$core/pieces/kinds';
import { About, changeAbout, changeRules, Contact, endCourse, readAbout } from '$server/courses/about';
import { copyCourse, CourseCopy } from '$server/assignments/copy-course';
import { Ticked, WholeText } from '../../../shared/fields';
import { handleForm } from '../../../shared/form';
import { orNotFound, signedIn } from '../../../shared/guard';
import { formFields } from '../../../shared/read-form';

export const load = async ({ parent }) => {
  const { course } = await parent();
  return { about: await readAbout(course.id) };
};

/** Contacts as they are written: one on a line, "who; how; hours". */
const ContactLines = z
  .string()
  .max(8000)
  .transform((text): unknown =>
    text
      .split('\n')
      .map((line) => line.split(';').map((part) => part.trim()))
      .filter(([who]) => who)
      .map(([who = '', how = '', hours = '']) => ({ who, how, hours }))
  )
  .pipe(z.array(Contact).max(20, 'A course has 20 contacts at most.'));
const AboutForm = About.extend({ contacts: ContactLines });

const RulesForm = z.object({
  lateKind: z.enum(['none', 'per-day', 'flat', 'not-accepted']),
  percent: WholeText,
  graceMinutes: WholeText,
  floorPercent: WholeText,
  allowance: WholeText,
  takeBack: Ticked,
  counts: z.enum(COUNTS),
  standsAgain: Ticked,
  followMinutes: WholeText,
  naming: z.string().trim().max(120),
  ...Object.fromEntries(WANTED_KINDS.map((kind) => [`kind-${kind}`, Ticked] as const))
});

export const actions = {
  about: async ({ locals, params, url, request }) =>
    handleForm(request, AboutForm, async (about) => {
      await changeAbout(signedIn(locals, url), params.course, about);
      return { done: 'Kept.' };
    }),
  rules: async ({ locals, params, url, request }) =>
    handleForm(request, RulesForm, async ({ lateKind, percent, graceMinutes, floorPercent, allowance, ...rest }) => {
      const late = LatePolicy.safeParse({
        kind: lateKind,
        percent: percent ?? 0,
        graceMinutes: graceMinutes ?? 0,
        floorPercent: floorPercent ?? 0
      });
      if (!late.success) return fail(400, { problem: 'Percentages go from 0 to 100. Nothing was changed.' });
      const ticked: Record<string, unknown> = rest;
      const { changed, kept } = await changeRules(signedIn(locals, url), params.course, {
        late: late.data,
        allowance: allowance || null,
        takeBack: rest.takeBack,
        counts: rest.counts,
        standsAgain: rest.standsAgain,
        followMinutes: Math.min(rest.followMinutes ?? 0, MOST_MINUTES),
        naming: rest.naming,
        kinds: WANTED_KINDS.filter((kind) => ticked[`kind-${kind}`])
      });
      const keeps = kept > 0 ? ` ${kept} in which rounds were submitted keep what they had.` : '';
      return { done: `Kept. ${changed} assignments that follow these rules have taken them over.${keeps}` };
    }),
  end: async ({ locals, params, url, request }) =>
    handleForm(request, z.object({ to: z.enum(['ended', 'running']) }), async ({ to }) => {
      await endCourse(signedIn(locals, url), params.course, to);
      return {
        done: to === 'ended' ? 'The course is over. It stands under earlier courses.' : 'The course runs again.'
      };
    }),
  copy: async ({ locals, params, url, request }) => {
    const form = CourseCopy.safeParse(await formFields(request));
    if (!form.success) return fail(400, { problem: form.error.issues[0]?.message ?? 'Nothing was copied.' });
    const copy = await orNotFound(copyCourse(signedIn(locals, url), params.course, form.data));
    if (!copy.ok) return fail(409, { problem: 'Another course has that address. Give it a different one.' });
    redirect(303, `/courses/${copy.slug}`);
  }
};
