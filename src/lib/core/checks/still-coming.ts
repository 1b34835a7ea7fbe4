import { submitEnds, onTimeUntil } from '../packets/terms';
import { comingWords } from '../packets/seal-words';
import { span } from '../time/words';
import type { Check, Situation } from './check';

/** Nothing is on its way any more: a round submitted now is sealed first, or goes without it. */
export const stillComing: Check = {
  name: 'still-coming',
  advises: true,
  title: 'Nothing still on its way',
  find: (situation) => {
    const { coming, custody } = situation;
    if (coming.length === 0) return [];
    const words = comingWords(coming.length, custody.terms.followMinutes);
    return [{ words: [words, tooSlow(situation)].filter(Boolean).join(' '), at: { part: 'packet' } }];
  }
};

/** Whether what is on its way arrives before it is late, at the speed of the last seconds; empty where it does. */
function tooSlow({ custody, comingSeconds, now }: Situation): string {
  if (comingSeconds === null) return '';
  const arrives = now + comingSeconds * 1000;
  const due = onTimeUntil(custody.terms);
  const ends = submitEnds(custody.terms);
  const takes = `At this speed it takes ${span(comingSeconds * 1000)} more`;
  if (ends !== null && now < ends && arrives >= ends) return `${takes}, and this closes before that.`;
  return due !== null && now <= due && arrives > due ? `${takes}, and this is due before that.` : '';
}
