import { need, type DeskLine } from '../packets/desk';
import { submitEnds } from '../packets/terms';
import { DAY, HOUR, MINUTE, type Moment } from '../time/moment';
import { span } from '../time/words';
import { minutesLeft } from './work-left';

/** One reason for doing something next: how much it weighs, and how it reads. */
export interface Reason {
  code: 'nothing-with-teacher' | 'another-round' | 'overdue' | 'time' | 'closing' | 'share' | 'begun';
  weight: number;
  words: string;
}

export interface Suggestion {
  line: DeskLine;
  score: number;
  /** The heaviest first. */
  reasons: Reason[];
}

/**
 * The one thing to do next, with its reasons, or null where nothing is in the student's hands.
 *
 * The score is the sum of its reasons, so that the words on screen are the whole explanation:
 * nothing with the teacher 50 · another round 30 · overdue 35 · time left against work left up to 40 · closing for good
 * up to 25 · share of the grade up to 15 · already begun 5. Equal scores go to what is due first.
 */
export function suggest(lines: readonly DeskLine[], now: Moment): Suggestion | null {
  let best: Suggestion | null = null;
  for (const line of lines) {
    if (!inHand(line, now)) continue;
    const reasons = reasonsFor(line, now);
    const score = reasons.reduce((sum, reason) => sum + reason.weight, 0);
    const sooner = (line.due ?? Infinity) < (best?.line.due ?? Infinity);
    if (best === null || score > best.score || (score === best.score && sooner)) best = { line, score, reasons };
  }
  return best;
}

/** Why a line might be next, the heaviest reason first. */
export function reasonsFor(line: DeskLine, now: Moment): Reason[] {
  return [
    standingReason(line, now),
    timeReason(line, now),
    closingReason(line, now),
    shareReason(line),
    begunReason(line)
  ]
    .filter((reason): reason is Reason => reason !== null && reason.weight > 0)
    .sort((a, b) => b.weight - a.weight);
}

/** Something can be done about it now: it is the student's, has opened and has not closed. */
function inHand(line: DeskLine, now: Moment): boolean {
  if (line.holder !== 'student' || line.standing === 'closed' || line.standing === 'sealed') return false;
  return line.opens === null || line.opens <= now;
}

function standingReason(line: DeskLine, now: Moment): Reason | null {
  switch (need(line, now)) {
    case 'seal-ran-out':
      return { code: 'nothing-with-teacher', weight: 50, words: 'its seal ran out before everything had arrived' };
    case 'teacher-has-nothing':
      return { code: 'nothing-with-teacher', weight: 50, words: 'you took it back and your teacher has nothing' };
    case 'another-round':
      return { code: 'another-round', weight: 30, words: 'your teacher asked for another round' };
    case 'overdue':
    case 'closing':
      return line.due !== null && line.due < now
        ? { code: 'overdue', weight: 35, words: `it is overdue by ${span(now - line.due)}` }
        : null;
    default:
      return null;
  }
}

/** Time left against work left: full weight where an hour of work has less than three hours of clock to be done in. */
function timeReason(line: DeskLine, now: Moment): Reason | null {
  if (line.due === null || line.due <= now) return null;
  const left = line.due - now;
  const work = minutesLeft(line) * MINUTE;
  // People sleep, eat and sit in lessons: about a third of the hours before a deadline are theirs to use.
  const press = Math.min(1, work / (left / 3));
  const near = left <= 14 * DAY ? 1 - left / (14 * DAY) : 0;
  return {
    code: 'time',
    weight: Math.round(25 * press + 15 * near),
    words: `it is due in ${span(left)} and about ${workWords(work)} of work is left`
  };
}

function closingReason(line: DeskLine, now: Moment): Reason | null {
  const ends = submitEnds(line);
  if (ends === null || ends <= now || ends - now > 3 * DAY) return null;
  return {
    code: 'closing',
    weight: Math.round(25 * (1 - (ends - now) / (3 * DAY))),
    words: `it closes for good in ${span(ends - now)}`
  };
}

function shareReason(line: DeskLine): Reason | null {
  if (line.weight === null) return null;
  return {
    code: 'share',
    weight: Math.min(15, Math.round(line.weight / 2)),
    words: `it counts for ${line.weight} % of the grade`
  };
}

function begunReason(line: DeskLine): Reason | null {
  if (line.standing !== 'in-progress') return null;
  const [said, of] = line.answered ?? [0, 0];
  const words =
    of > 0
      ? `you have begun: ${said} of ${of} answered`
      : line.asked > 1
        ? `you have begun: ${line.filled} of ${line.asked} places are filled`
        : 'you have begun it';
  return { code: 'begun', weight: 5, words };
}

function workWords(work: number): string {
  return work < HOUR ? span(work) : span(Math.round(work / (30 * MINUTE)) * 30 * MINUTE);
}
