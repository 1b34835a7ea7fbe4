import type { Moment } from '../time/moment';
import { need, type DeskLine } from './desk';
import { isLongWait, needWords, sharedWords, waitWords } from './desk-words';
import { costNow, roundTimeliness, timeToDue, type Timeliness } from './due';

/** Words of a row, and whether they stand out from those around them. */
export interface Said {
  words: string;
  strong: boolean;
}

/** What a row of the Desk says of its line beside title, course and baton. */
export interface DeskRowWords {
  /** What is wrong is marked as such; what asks for the student, or is news, as that. */
  edge: 'wrong' | 'asks' | 'plain';
  /** Whether the due moment is still to be kept. */
  due: boolean;
  timely: Timeliness | null;
  /** In their order; each only where it says something that nothing else of the row does. */
  said: Said[];
}

/** A row in words, at a moment. */
export function deskRow(line: DeskLine, now: Moment): DeskRowWords {
  const why = need(line, now);
  const withStudent = line.holder === 'student';
  const said: Said[] = [];
  const say = (words: string, strong = false) => said.push({ words, strong });
  if (withStudent && line.answered) say(`${line.answered[0]} of ${line.answered[1]} answered`);
  if (withStudent && line.shared) say(sharedWords(line.shared), line.shared === 'open');
  if (why === 'seal-ran-out' || why === 'closing' || (why === 'overdue' && line.due === null))
    say(needWords(why), true);
  const cost = withStudent && why !== null ? costNow(line.due, line.course.zone, line.late, now) : null;
  if (cost !== null) say(cost);
  if (line.holder === 'teacher' && line.since !== null)
    say(waitWords(line.since, line.course.usualWait, now), isLongWait(line.since, line.course.usualWait, now));
  return { edge: edgeOf(line, why, now), due: withStudent && line.due !== null, timely: timelyOf(line, now), said };
}

function timelyOf(line: DeskLine, now: Moment): Timeliness | null {
  if (line.holder === 'student') return timeToDue(line, now);
  return line.lateSeconds === null ? null : roundTimeliness(line.lateSeconds, line.due);
}

function edgeOf(line: DeskLine, why: ReturnType<typeof need>, now: Moment): DeskRowWords['edge'] {
  const past = why === 'closing' && (line.due ?? now) < now;
  if (past || why === 'seal-ran-out' || why === 'teacher-has-nothing' || why === 'overdue') return 'wrong';
  return why !== null || line.unread ? 'asks' : 'plain';
}
