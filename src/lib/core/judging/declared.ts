import type { WayOfJudging } from './module';

/** By the student's own word: nothing is submitted, and nobody waits. */
export const declared: WayOfJudging = {
  refuses: { submit: 'settles-by-declaration', look: 'settles-by-result' },
  settledBy: 'declared',
  points: true,
  answers: [{ step: 'settle', label: 'Return as settled', correcting: 'Return the corrected result' }],
  words: {
    choice: "By the student's own word that it is done",
    settling: 'Settles when you say that it is done',
    settled: 'Settled: declared done',
    told: (title) => `${title} is done`
  }
};
