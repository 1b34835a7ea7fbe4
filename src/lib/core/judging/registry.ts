import { credited } from './credited';
import { declared } from './declared';
import { lookedAt } from './looked-at';
import type { WayOfJudging, Step } from './module';
import { passOrAgain } from './pass-or-again';
import { result } from './result';
import { staged } from './staged';
import type { JudgingRefusal, SettledBy, Way } from './ways';

const MODULES: Record<Way, WayOfJudging> = {
  result,
  'pass-or-again': passOrAgain,
  'looked-at': lookedAt,
  declared,
  stages: staged,
  credits: credited
};

/** The module of a way of judging. A new one is a line here, and in `WAYS`. */
export const judging = (way: Way): WayOfJudging => MODULES[way];

/** Why a step is not taken where work is judged in this way; null where it is. */
export function stepRefusal(way: Way, step: Step): JudgingRefusal | null {
  const { refuses, takes = [] } = MODULES[way];
  if (step !== 'move' && step !== 'grant') return refuses[step] ?? null;
  return takes.includes(step) ? null : step === 'move' ? 'has-no-stages' : 'grants-no-credits';
}

/** Whether pieces are submitted at all. */
export const isSubmitted = (way: Way): boolean => stepRefusal(way, 'submit') === null;

/** What is said of work that came to rest by itself. */
export function settledWords(by: SettledBy): string {
  const way = Object.values(MODULES).find(({ settledBy }) => settledBy === by);
  return way?.words.settled ?? MODULES.result.words.settled;
}
