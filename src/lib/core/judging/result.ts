import type { WayOfJudging } from './module';

/** By a returned result: points where the assignment gives any, and a remark. */
export const result: WayOfJudging = {
  refuses: { declare: 'settles-by-result', look: 'settles-by-result' },
  settledBy: 'result',
  points: true,
  answers: [{ step: 'settle', label: 'Return as settled', correcting: 'Return the corrected result' }],
  words: {
    choice: 'By a returned result',
    settling: 'Settles when your teacher returns it',
    settled: 'Settled: returned',
    told: (title) => `${title} came back with its result`
  }
};
