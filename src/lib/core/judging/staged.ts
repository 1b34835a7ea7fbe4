import type { WayOfJudging } from './module';

/** It passes named stages in their order, with whoever has each of them. There are no points. */
export const staged: WayOfJudging = {
  refuses: { declare: 'settles-by-stages', look: 'settles-by-stages', settle: 'settles-by-stages' },
  takes: ['move'],
  settledBy: 'stages',
  points: false,
  answers: [],
  words: {
    choice: 'By passing stages, one after another',
    settling: 'Settles when it has passed its last stage',
    settled: 'Settled: through all its stages',
    told: (title) => `${title} has passed its last stage`
  }
};
