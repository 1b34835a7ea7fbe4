import { compareMoments, DAY, HOUR, MINUTE, type Moment } from '../time/moment';
import { absolute, span } from '../time/words';
import type { PlanLine } from './inputs';
import type { Plan, Shortfall } from './planner';

/** What can be done about work that does not fit. */
export interface Advice {
  taskId: string;
  title: string;
  lateMinutes: number;
  /** What is short, in one sentence. */
  says: string;
  /** What would help: more time, less work, a later date. */
  ways: string[];
  /** A question to the teacher, to begin with; null where no date is to be asked for. */
  request: string | null;
}

/** What does not fit, said days ahead: by how much, and what to drop, shorten or ask for. The most pressing first. */
export function advise({ short }: Plan, lines: readonly PlanLine[], now: Moment, zone: string): Advice[] {
  return short
    .flatMap((one): Array<Advice & { due: Moment }> => {
      const line = lines.find(({ assignmentId }) => assignmentId === one.taskId);
      return line ? [{ ...adviceOn(line, one, now, zone), due: line.due ?? Infinity }] : [];
    })
    .sort((a, b) => compareMoments(a.due, b.due))
    .map(({ due: _due, ...advice }) => advice);
}

function adviceOn(line: PlanLine, { lateMinutes, doneBy }: Shortfall, now: Moment, zone: string): Advice {
  const lacking = span(lateMinutes * MINUTE);
  const overdue = line.due !== null && line.due <= now;
  const says = saysOf(line, lacking, doneBy, overdue, now, zone);
  const until = line.target ?? line.due;
  const ways = [
    `Find ${lacking} more${until === null || overdue ? '' : ` before ${absolute(until, zone, now)}`}: hours on another day, or something that you leave.`,
    'Say below that it takes less, if it does.',
    ...(line.standing === 'not-started' && (line.weight ?? 1) === 0
      ? ['It does not count for the grade: it can be left.']
      : [])
  ];
  const asks = doneBy !== null && line.due !== null && !overdue ? askedFor(doneBy) : null;
  if (asks !== null) ways.push(`Ask for a later date: ${absolute(asks, zone, now)} would do.`);
  return {
    taskId: line.assignmentId,
    title: line.title,
    lateMinutes,
    says,
    ways,
    request: overdue || line.due === null ? null : requestWords(line, lacking, asks, now)
  };
}

function saysOf(
  line: PlanLine,
  lacking: string,
  doneBy: Moment | null,
  overdue: boolean,
  now: Moment,
  zone: string
): string {
  if (overdue)
    return `It is overdue. ${doneBy === null ? 'No time is left for it in the next weeks' : `It can be done by ${absolute(doneBy, zone, now)}`}.`;
  return line.due === null
    ? `There is no time for ${lacking} of it before its end.`
    : `${lacking} of it find no time before it is due, ${absolute(line.due, zone, now)}.`;
}

/** A question to begin with: for a later date where the plan knows one that would do, else for a word about it. */
function requestWords(line: PlanLine, lacking: string, asks: Moment | null, now: Moment): string {
  return asks === null
    ? `Could we talk about “${line.title}”? I have planned my next weeks, and ${lacking} of work on it find no time in them.`
    : `Could I have until ${absolute(asks, line.course.zone, now)} for “${line.title}”? I have planned it, and ${lacking} of work do not fit before it is due.`;
}

/** A little later than the plan says, at a full hour: nothing goes as it was planned to the minute. */
const askedFor = (doneBy: Moment): Moment => Math.ceil((doneBy + DAY / 2) / HOUR) * HOUR;
