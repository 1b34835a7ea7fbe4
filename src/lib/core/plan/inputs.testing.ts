import { DAY } from '../time/moment';
import { USUAL_HOURS, USUAL_SITTING } from './free-time';
import type { PlanInputs, PlanLine } from './inputs';

/** A Wednesday afternoon. */
export const PLAN_NOW = Date.parse('2027-03-10T15:20:00Z');

/** An assignment of an hour that is due in three days; what else is said of it. */
export const planLine = (id: string, over: Partial<PlanLine> = {}): PlanLine => ({
  assignmentId: id,
  title: id,
  course: { slug: 'c', title: 'C', emblem: 'shell', zone: 'UTC', usualWait: null },
  opens: null,
  due: PLAN_NOW + 3 * DAY,
  closes: null,
  since: null,
  late: { kind: 'none' },
  round: null,
  lateSeconds: null,
  points: 10,
  weight: null,
  expectedMinutes: 60,
  asked: 0,
  filled: 0,
  answered: null,
  unread: false,
  ranOut: false,
  outline: null,
  given: null,
  kept: null,
  holder: 'student',
  standing: 'not-started',
  settledBy: null,
  lastMove: null,
  own: null,
  target: null,
  passBy: null,
  allowance: null,
  settles: 'result',
  pace: null,
  sat: 0,
  entered: null,
  unwritten: 0,
  courseEnds: null,
  ...over
});

/** What a plan of these is made of, for somebody who has said nothing of themselves. */
export const planInputs = (lines: PlanLine[], over: Partial<PlanInputs> = {}): PlanInputs => ({
  lines,
  hours: USUAL_HOURS,
  sitting: USUAL_SITTING,
  busy: [],
  kept: [],
  past: [],
  pauses: [],
  now: PLAN_NOW,
  zone: 'UTC',
  ...over
});
