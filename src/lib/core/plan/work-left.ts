/** What an assignment takes where its teacher gave no estimate: an evening's sitting. */
const USUAL_MINUTES = 45;

/** What tells how much work is left on an assignment. */
export interface Effort {
  /** The teacher's estimate of the whole work, in minutes; null where there is none. */
  expectedMinutes: number | null;
  /** Places asked for, and how many of them hold something. */
  asked: number;
  filled: number;
}

/**
 * Minutes of work that are still to be done: the estimate, less the share of the places that are filled. Filling the
 * last place is not yet checking and submitting, so a tenth always remains.
 */
export function minutesLeft({ expectedMinutes, asked, filled }: Effort): number {
  const whole = expectedMinutes ?? USUAL_MINUTES;
  const done = asked === 0 ? 0 : Math.min(1, filled / asked);
  return Math.round(whole * Math.max(0.1, 1 - done));
}
