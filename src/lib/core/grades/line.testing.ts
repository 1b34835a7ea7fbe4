import { HOUR } from '../time/moment';
import type { GradeLine } from './line';

/** A moment in term, at which what is tested looks. */
export const NOW = Date.parse('2027-03-10T12:00:00Z');

/** A line of somebody's grades: twenty points, due in an hour, nothing done yet; what else is said of it. */
export const gradeLine = (over: Partial<GradeLine>): GradeLine => ({
  assignmentId: 'a',
  title: 'Field report',
  course: { slug: 'tidal-ecology', title: 'Tidal Ecology', emblem: 'shell', zone: 'Atlantic/Faroe', usualWait: null },
  opens: null,
  due: NOW + HOUR,
  closes: null,
  since: null,
  late: { kind: 'none' },
  unread: false,
  ranOut: false,
  outline: null,
  holder: 'student',
  standing: 'not-started',
  settledBy: null,
  lastMove: null,
  round: null,
  lateSeconds: null,
  points: 20,
  weight: null,
  expectedMinutes: null,
  asked: 1,
  filled: 0,
  answered: null,
  given: null,
  kept: null,
  remark: '',
  by: null,
  returnedAt: null,
  settles: 'result',
  allowance: null,
  roundsUsed: 0,
  standingKept: null,
  credits: null,
  stages: [],
  lacksInPerson: false,
  ...over
});
