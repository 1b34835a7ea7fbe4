import { z } from 'zod';
import { Question } from '$core/questions/question';
import { keepQuestions, openQuestions } from '$server/assignments/questions';
import { action } from '../../../../shared/action';
import { orNotFound, signedIn } from '../../../../shared/guard';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url }) => ({
  set: await orNotFound(openQuestions(signedIn(locals, url), { assignmentId: params.id, deliverableId: params.place })),
  assignmentId: params.id,
  placeId: params.place
});

/** Questions come as JSON: they are made by a script of ours. */
const Questions = z
  .string()
  .max(200_000)
  .transform((text, context) => {
    try {
      return JSON.parse(text) as unknown;
    } catch {
      context.addIssue({ code: 'custom', message: 'The questions could not be read, so nothing was changed.' });
      return z.NEVER;
    }
  })
  .pipe(z.array(Question).max(120));
const SetForm = z.object({
  questions: Questions,
  minutes: z.union([z.literal('').transform(() => null), z.coerce.number().int().min(1).max(600)]),
  oneByOne: z
    .literal('yes')
    .optional()
    .transform((said) => said === 'yes'),
  known: z.coerce.number().int().min(0)
});

export const actions = {
  keep: action(SetForm, (person, set, { params }: RequestEvent) =>
    keepQuestions(person, { assignmentId: params.id, deliverableId: params.place }, set)
  )
};
