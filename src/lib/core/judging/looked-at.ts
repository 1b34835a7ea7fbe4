import type { WayOfJudging } from './module';

/** By having been looked at: there is no result. */
export const lookedAt: WayOfJudging = {
  refuses: { declare: 'settles-by-result', mark: 'settles-by-looking', settle: 'settles-by-looking' },
  settledBy: 'looked-at',
  points: false,
  answers: [{ step: 'look', label: 'Looked at: settle it', correcting: null }],
  words: {
    choice: 'By being looked at, without a mark',
    settling: 'Settles when your teacher has looked at it',
    settled: 'Settled: looked at',
    told: (title) => `${title} was looked at: it is settled`
  }
};
