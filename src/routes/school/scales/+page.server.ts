import { z } from 'zod';
import { Rounding } from '$core/grades/rounding';
import { ScaleForm } from '$core/grades/scale-lines';
import { keepSchoolScale, readKeptScales, removeSchoolScale } from '$server/grades/school-scales';
import { action } from '../../shared/action';
import { Ticked } from '../../shared/fields';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => ({ scales: await orNotFound(readKeptScales(signedIn(locals, url))) });

const Kept = z
  .object({
    id: z.union([z.uuid(), z.literal('')]).default(''),
    title: z.string().trim().min(1, 'Give it a name.').max(60, 'A name holds 60 characters at most.'),
    kind: z.string(),
    from: z.string().default(''),
    to: z.string().default(''),
    bands: z.string().default(''),
    step: z.coerce.number(),
    how: z.string(),
    usual: Ticked
  })
  .transform(({ id, title, step, how, usual, ...form }, context) => {
    const [scale, rounding] = [ScaleForm.safeParse(form), Rounding.safeParse({ step, how })];
    if (scale.success && rounding.success)
      return { id: id || null, title, usual, scale: scale.data, rounding: rounding.data };
    context.addIssue(scale.error?.issues[0]?.message ?? 'This rounding is not known.');
    return z.NEVER;
  });

export const actions = {
  keep: action(Kept, keepSchoolScale, { then: (_, { title }) => ({ done: `“${title}” is kept.` }) }),
  remove: action(z.object({ id: z.uuid() }), removeSchoolScale, {
    then: () => ({ done: 'Taken away. Courses that took it over keep what they have.' })
  })
};
