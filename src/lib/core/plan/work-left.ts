/** What an assignment takes where its teacher gave no estimate: an evening's sitting. */
const USUAL_MINUTES = 45;

/** What tells how much work is left on an assignment. */
export interface Effort {
  /** The teacher's estimate of the whole work, in minutes; null where there is none. */
  expectedMinutes: number | null;
  /** Places asked for, and how many of them hold something. */
  asked: number;
  filled: number;
  /** Answers that starters and question sets have, and how many they ask for; null where they ask nothing. */
  answered?: readonly [number, number] | null;
  /** Places' worth of words that filled places still lack of the fewest that are wanted: 0.5 where half of one is written. */
  unwritten?: number;
}

/**
 * Minutes of work that are still to be done: the estimate, less the share of the places that are filled (with as many words as are wanted), or of what is
 * asked in them that is answered, where that is less. Filling the last place is not yet checking and submitting, so a tenth always remains.
 */
export function minutesLeft({ expectedMinutes, asked, filled, answered, unwritten = 0 }: Effort): number {
  const whole = expectedMinutes ?? USUAL_MINUTES;
  const laid = asked === 0 ? 0 : Math.min(1, Math.max(0, filled - unwritten) / asked);
  const done = answered && answered[1] > 0 ? Math.min(laid, answered[0] / answered[1]) : laid;
  return Math.round(whole * Math.max(0.1, 1 - done));
}
