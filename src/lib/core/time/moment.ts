/**
 * An instant: milliseconds since 1970-01-01T00:00:00Z, leap seconds ignored as in POSIX.
 *
 * A plain number so that rules compare with `<`, rows travel to the browser unchanged and a property test can make
 * millions of them. Arithmetic across days, where the clocks may change, goes through Temporal (see wall-clock.ts).
 */
export type Moment = number;

/** Orders two moments, of which either may be Infinity: infinity less infinity is no number. */
export const compareMoments = (a: Moment, b: Moment): number => (a === b ? 0 : a - b);

export const SECOND = 1000;
export const MINUTE = 60 * SECOND;
export const HOUR = 60 * MINUTE;
export const DAY = 24 * HOUR;
