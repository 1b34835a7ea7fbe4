import { declared } from './declared';
import { lookedAt } from './looked-at';
import type { WayOfJudging, Step } from './module';
import { passOrAgain } from './pass-or-again';
import { result } from './result';
import type { JudgingRefusal, SettledBy, Way } from './ways';

const MODULES: Record<Way, WayOfJudging> = {
  result,
  'pass-or-again': passOrAgain,
  'looked-at': lookedAt,
  declared
};

/** The module of a way of judging. A new one is a line here, and in `WAYS`. */
export const judging = (way: Way): WayOfJudging => MODULES[way];

/** Why a step is not taken where work is judged in this way; null where it is. */
export const stepRefusal = (way: Way, step: Step): JudgingRefusal | null => MODULES[way].refuses[step] ?? null;

/** Whether pieces are submitted at all. */
export const isSubmitted = (way: Way): boolean => stepRefusal(way, 'submit') === null;

/** What is said of work that came to rest by itself. */
export function settledWords(by: SettledBy): string {
  const way = Object.values(MODULES).find(({ settledBy }) => settledBy === by);
  return way?.words.settled ?? MODULES.result.words.settled;
}
