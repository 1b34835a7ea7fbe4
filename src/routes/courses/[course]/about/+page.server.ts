import { z } from 'zod';
import { LatePolicy } from '$core/lateness/late-policy';
import { MOST_MINUTES } from '$core/courses/rules';
import { COUNTS } from '$core/packets/terms';
import { WANTED_KINDS } from '$core/pieces/kinds';
import { About, changeAbout, changeRules, Contact, endCourse, readAbout } from '$server/courses/about';
import { copyCourse, CourseCopy } from '$server/assignments/copy-course';
import { Ticked, WholeText } from '../../../shared/fields';
import { action } from '../../../shared/action';
import type { RequestEvent } from './$types';

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

const RulesForm = z
  .object({
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
  })
  .transform(({ lateKind, percent, graceMinutes, floorPercent, allowance, followMinutes, ...rest }, context) => {
    const late = LatePolicy.safeParse({
      kind: lateKind,
      percent: percent ?? 0,
      graceMinutes: graceMinutes ?? 0,
      floorPercent: floorPercent ?? 0
    });
    if (!late.success) {
      context.addIssue('Percentages go from 0 to 100.');
      return z.NEVER;
    }
    const ticked: Record<string, unknown> = rest;
    return {
      late: late.data,
      allowance: allowance || null,
      takeBack: rest.takeBack,
      counts: rest.counts,
      standsAgain: rest.standsAgain,
      followMinutes: Math.min(followMinutes ?? 0, MOST_MINUTES),
      naming: rest.naming,
      kinds: WANTED_KINDS.filter((kind) => ticked[`kind-${kind}`])
    };
  });

export const actions = {
  about: action(AboutForm, (person, about, { params }: RequestEvent) => changeAbout(person, params.course, about), {
    then: () => ({ done: 'Kept.' })
  }),
  rules: action(RulesForm, (person, rules, { params }: RequestEvent) => changeRules(person, params.course, rules), {
    then: ({ changed, kept }) => {
      const keeps = kept > 0 ? ` ${kept} in which rounds were submitted keep what they had.` : '';
      return { done: `Kept. ${changed} assignments that follow these rules have taken them over.${keeps}` };
    }
  }),
  end: action(
    z.object({ to: z.enum(['ended', 'running']) }),
    (person, { to }, { params }: RequestEvent) => endCourse(person, params.course, to),
    {
      then: (_, { to }) => ({
        done: to === 'ended' ? 'The course is over. It stands under earlier courses.' : 'The course runs again.'
      })
    }
  ),
  copy: action(CourseCopy, (person, copy, { params }: RequestEvent) => copyCourse(person, params.course, copy), {
    goTo: ({ slug }) => `/courses/${slug}`
  })
};
