import { answerFinalResults, readRegister, ResultsAnswer } from '$server/grades/final-results';
import { action } from '../../shared/action';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => {
  const sent = await orNotFound(readRegister(signedIn(locals, url)));
  return { sent: sent.map(({ results, ...one }) => ({ ...one, students: results.length })) };
};

export const actions = {
  answer: action(ResultsAnswer, answerFinalResults, {
    then: (_, { declined }) => ({
      done: declined === '' ? 'Confirmed. The teacher is told.' : 'Given back. The teacher is told why.'
    })
  })
};
