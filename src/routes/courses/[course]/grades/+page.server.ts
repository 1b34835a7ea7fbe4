import { z } from 'zod';
import { topics } from '$core/live/topics';
import { readSentResults, sendFinalResults } from '$server/grades/final-results';
import { readGradeBook } from '$server/grades/grade-book';
import { showSpread } from '$server/grades/keep-scheme';
import { action } from '../../../shared/action';
import { orNotFound, signedIn } from '../../../shared/guard';
import { shows } from '../../../shared/shows';
import type { RequestEvent } from './$types';

export const load = async ({ locals, url, params, parent, depends }) => {
  const person = signedIn(locals, url);
  const [{ course }, book, sent] = await Promise.all([
    parent(),
    orNotFound(readGradeBook(person, params.course)),
    orNotFound(readSentResults(person, params.course))
  ]);
  const results = sent.map(({ results, ...one }) => ({ ...one, students: results.length }));
  return { ...shows(depends, topics.course(course.id), topics.work), book, sent: results, now: book.now };
};

const Shown = z.object({ shown: z.enum(['yes', 'no']) });
export const actions = {
  spread: action(Shown, (person, { shown }, { params }: RequestEvent) =>
    showSpread(person, params.course, shown === 'yes')
  ),
  send: action(z.object({}), (person, _, { params }: RequestEvent) => sendFinalResults(person, params.course), {
    then: ({ count }) => ({
      done: `Sent to the office: ${count === 1 ? 'one result' : `${count} results`}. It stands here once the office has confirmed it.`
    })
  })
};
