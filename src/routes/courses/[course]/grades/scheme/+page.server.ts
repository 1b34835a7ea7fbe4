import { z } from 'zod';
import { Scheme } from '$core/grades/scheme';
import { readClassGrades } from '$server/grades/class-grades';
import { readSchoolScales } from '$server/grades/school-scales';
import { keepScheme, trySchemeOn } from '$server/grades/keep-scheme';
import { action } from '../../../../shared/action';
import { orNotFound, signedIn } from '../../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => {
  const { scheme, own, columns } = await orNotFound(readClassGrades(signedIn(locals, url), params.course));
  const scales = await readSchoolScales();
  return {
    scheme,
    own,
    scales,
    assignments: columns.map(({ id, title, points, unit }) => ({ id, title, points, unit }))
  };
};

/** A scheme as the editor sends it. */
const Sent = z.object({
  scheme: z
    .string()
    .max(300_000)
    .transform((text, context): unknown => {
      try {
        return JSON.parse(text);
      } catch {
        context.addIssue('The scheme could not be read.');
        return z.NEVER;
      }
    })
    .pipe(Scheme)
});

export const actions = {
  try: action(
    Sent,
    async (person, { scheme }, { params }: RequestEvent) => ({
      tried: await trySchemeOn(person, params.course, scheme)
    }),
    { then: ({ tried }) => ({ done: true as const, tried }), stays: true }
  ),
  keep: action(Sent, (person, { scheme }, { params }: RequestEvent) => keepScheme(person, params.course, scheme), {
    then: () => ({ done: 'The scheme holds. Every student sees what it makes of their results.' })
  }),
  usual: action(z.object({}), (person, _, { params }: RequestEvent) => keepScheme(person, params.course, null), {
    then: () => ({ done: 'The course counts as is usual again.' })
  })
};
