import type { WayOfJudging } from './module';

/** By what is granted for each activity, towards a target. There are no points. */
export const credited: WayOfJudging = {
  refuses: { declare: 'settles-by-credits', look: 'settles-by-credits' },
  takes: ['grant'],
  settledBy: 'credits',
  points: false,
  answers: [
    { step: 'settle', label: 'Settle it with what is granted', correcting: 'Return it with what is granted now' }
  ],
  words: {
    choice: 'By credits granted for each activity, towards a target',
    settling: 'Settles when enough is granted',
    settled: 'Settled: credits granted',
    told: (title) => `${title} is settled with its credits`
  }
};
