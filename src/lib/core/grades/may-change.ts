import { absolute } from '../time/words';
import { submitEnds } from '../packets/terms';
import type { Moment } from '../time/moment';
import { canRepair } from './grade-item';
import type { GradeLine } from './line';
import { gradeState } from './state';

/** Whether what a row says may still change, and how. */
export function mayChange(line: GradeLine, now: Moment, zone: string): string {
  const state = gradeState(line, now);
  const ends = submitEnds(line);
  const until = ends === null ? '' : ` until ${absolute(ends, zone, now)}`;
  if (state === 'again')
    return canRepair(line, now)
      ? `Another round can be handed in${until}${roundsLeftWords(line)}`
      : 'No further round can be handed in';
  if (state === 'waiting') return 'A result is still to come';
  if (state === 'due' || state === 'undated' || state === 'gone' || state === 'overdue')
    return ends !== null && ends <= now ? '' : `It can be handed in${until}`;
  if (state === 'returned' || state === 'in-person') return 'It stands, unless your teacher corrects it';
  return '';
}

function roundsLeftWords({ allowance, roundsUsed }: GradeLine): string {
  if (allowance === null) return '';
  const left = Math.max(0, allowance - roundsUsed);
  return left === 1 ? ': it is the last one' : `: ${left} rounds are left`;
}

/** Which round gives the result, where more than one could: "Round 2 counts, of 3". */
export function roundWords({ round, roundsUsed, given }: GradeLine): string {
  return round !== null && given !== null && roundsUsed > 1 ? `Round ${round} of ${roundsUsed} counts` : '';
}
