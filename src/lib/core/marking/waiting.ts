import { roughly } from '../packets/desk-words';
import { SECOND, type Moment } from '../time/moment';
import { span } from '../time/words';
import { markingTime, type Pace, type Pause } from '../courses/pace';

/** A kind word to a teacher about a round that waits, and what they said to it. */
export interface WaitReminder {
  round: number;
  at: Moment;
  /** By when the teacher means to return it; null while they have not said. */
  until: Moment | null;
  answer: string;
  answeredAt: Moment | null;
}

/** Clearly longer than usual: half as long again as four of five had to wait. */
const CLEARLY = 1.5;

/** From which wait on a teacher can be reminded, in milliseconds of marking time; null where there is no habit. */
export const remindAfter = (pace: Pace | null): number | null => pace && (pace.median + pace.spread) * SECOND * CLEARLY;

/** Whether a student may remind: once for each round, and only when it waits clearly longer than usual. */
export function mayRemind(
  waits: { since: Moment; pace: Pace | null; pauses: readonly Pause[]; zone: string; reminded: boolean },
  now: Moment
): boolean {
  const after = remindAfter(waits.pace);
  if (after === null || waits.reminded) return false;
  return markingTime(waits.since, now, waits.pauses, waits.zone) > after;
}

/** What a reminder says. Nobody has to find the words. */
export const reminderText = (title: string, round: number, waited: number): string =>
  `A kind reminder: round ${round} of “${title}” has been with you for ${span(waited)}. Could you say when it may come back? Thank you.`;

/** How long it usually takes, as a student reads it. */
export function paceWords(pace: Pace | null): string | null {
  if (pace === null) return null;
  const [usual, slow] = [roughly(pace.median * SECOND), roughly((pace.median + pace.spread) * SECOND)];
  return usual === slow
    ? `It usually takes ${usual} here.`
    : `It usually takes ${usual} here, seldom longer than ${slow.replace(/^about /, '')}.`;
}
