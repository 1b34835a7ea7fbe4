import type { WayOfJudging } from './module';

/** It is passed, or another round is asked for, as often as it takes. There are no points. */
export const passOrAgain: WayOfJudging = {
  refuses: { declare: 'settles-by-result', look: 'settles-by-result' },
  settledBy: 'passed',
  points: false,
  answers: [{ step: 'settle', label: 'Passed: settle it', correcting: 'Return it as passed, with this remark' }],
  words: {
    choice: 'By being passed, after as many rounds as it takes',
    settling: 'Settles when your teacher passes it; until then another round is asked',
    settled: 'Settled: passed',
    told: (title) => `${title} is passed`
  }
};
