/**
 * How an assignment's work is judged, and thereby settles. Each way is one module in this folder; what it calls itself is
 * kept in the database.
 */
export const WAYS = ['result', 'pass-or-again', 'looked-at', 'declared', 'stages', 'credits'] as const;
export type Way = (typeof WAYS)[number];

/** What brings work to rest, of itself: an excuse and what was accepted in person come from outside of it. */
export const SETTLED_BY = ['result', 'passed', 'looked-at', 'declared', 'stages', 'credits'] as const;
export type SettledBy = (typeof SETTLED_BY)[number];

/** Why something is not done in a way of judging. */
export const JUDGING_REFUSALS = [
  'settles-by-declaration',
  'settles-by-looking',
  'settles-by-result',
  'settles-by-stages',
  'settles-by-credits',
  'has-no-stages',
  'grants-no-credits'
] as const;
export type JudgingRefusal = (typeof JUDGING_REFUSALS)[number];
