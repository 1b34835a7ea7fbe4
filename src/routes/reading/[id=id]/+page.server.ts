import { z } from 'zod';
import { topics } from '$core/live/topics';
import { keepReading, readReading } from '$server/peers/reading';
import { action, type Person } from '../../shared/action';
import { Several } from '../../shared/fields';
import { orNotFound, signedIn } from '../../shared/guard';
import { shows } from '../../shared/shows';
import type { RequestEvent } from './$types';

export const load = async ({ locals, params, url, depends }) => {
  const view = await orNotFound(readReading(signedIn(locals, url), params.id));
  return { ...shows(depends, topics.assignment(view.assignmentId)), view, now: view.now };
};

const ReadingForm = z.object({
  words: z.string().max(8000, 'This holds 8,000 characters at most.').default(''),
  levels: Several(z.array(z.union([z.literal(''), z.uuid()])).max(20))
});
const keep =
  (done: boolean) =>
  (person: Person, { words, levels }: z.infer<typeof ReadingForm>, { params }: RequestEvent) =>
    keepReading(person, { readingId: params.id, words, levels: levels.filter((level) => level !== ''), done });

export const actions = {
  keep: action(ReadingForm, keep(false), { then: () => ({ done: 'Kept. Nobody sees it before you hand it in.' }) }),
  done: action(ReadingForm, keep(true), { goTo: ({ assignmentId }) => `/assignments/${assignmentId}#reading` })
};
