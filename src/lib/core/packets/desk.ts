import { DAY, type Moment } from '../time/moment';
import { calendarDaysBetween } from '../time/days';
import type { LatePolicy } from '../lateness/late-policy';
import type { Holding, Standing } from './custody';
import { submitEnds } from './terms';

/** What the Desk needs to know about one assignment to place it. */
export interface DeskEntry {
  standing: Standing;
  at?: Holding['at'];
  due: Moment | null;
  closes: Moment | null;
  opens: Moment | null;
  since: Moment | null;
  late: LatePolicy;
  /** Something came back that the student has not looked at. */
  unread: boolean;
  /** A seal ran out, and nothing was submitted since. */
  ranOut: boolean;
  /** Place of the unit in its course, and of the assignment in its unit; null where it lies in no unit. */
  outline: readonly [number, number] | null;
}

/** One line of the Desk. */
export interface DeskLine extends DeskEntry, Holding {
  assignmentId: string;
  title: string;
  /** The same object for every line of a course, so that it travels to the browser once. */
  course: DeskCourse;
  /** The latest round, where there is one. */
  round: number | null;
  lateSeconds: number | null;
  points: number | null;
  /** Percent of the course's grade. */
  weight: number | null;
  expectedMinutes: number | null;
  /** Places asked for, and how many hold something. */
  asked: number;
  filled: number;
  /** Of what starters and question sets ask in it: how much is answered, and how much there is; null where nothing is asked so. */
  answered: [number, number] | null;
  /** What of shared work waits for the student themselves; null in work of their own, and where nothing does. */
  shared?: SharedPart | null;
  /** As given and as counted; null while nothing was returned. */
  given: number | null;
  kept: number | null;
}

/** Of work that several hand over: one's own part is still open, or finished; or one has not looked at it as it is. */
export const SHARED_PARTS = ['open', 'finished', 'to-look'] as const;
export type SharedPart = (typeof SHARED_PARTS)[number];

export interface DeskCourse {
  slug: string;
  title: string;
  emblem: string;
  zone: string;
  /** How long a submit usually waits with this course's teachers, in seconds; null before there is a habit. */
  usualWait: number | null;
}

export const DESK_GROUPS = [
  'needs-you',
  'came-back',
  'with-you',
  'no-date',
  'with-teacher',
  'closed',
  'settled'
] as const;
export type DeskGroup = (typeof DESK_GROUPS)[number];

/** Why something needs the student now, the gravest first. */
export const NEEDS = [
  'seal-ran-out',
  'teacher-has-nothing',
  'another-round',
  'overdue',
  'closing',
  'due-soon'
] as const;
export type Need = (typeof NEEDS)[number];

/** Closing for good is said this long before it happens, even where the due moment has long passed. */
const CLOSING_WITHIN = 2 * DAY;

/**
 * Sorts the Desk by who holds what; inside a group, what is due first stands first.
 *
 * @returns one list per group, in the order in which they are shown; empty groups are there too
 */
export function arrangeDesk<E extends DeskEntry>(entries: readonly E[], now: Moment): Map<DeskGroup, E[]> {
  const groups = new Map<DeskGroup, E[]>(DESK_GROUPS.map((group) => [group, []]));
  for (const entry of entries) groups.get(deskGroup(entry, now))?.push(entry);
  for (const [group, list] of groups) list.sort(ORDER[group]);
  return groups;
}

/** In which group of the Desk an assignment stands. */
export function deskGroup(entry: DeskEntry, now: Moment): DeskGroup {
  if (need(entry, now) !== null) return 'needs-you';
  if (entry.unread) return 'came-back';
  if (entry.standing === 'settled') return 'settled';
  if (entry.standing === 'closed') return 'closed';
  if (entry.standing === 'submitted' || entry.standing === 'revising') return 'with-teacher';
  return entry.due === null ? 'no-date' : 'with-you';
}

/** Why an assignment needs the student now, the gravest reason first; null where it does not. */
export function need(entry: DeskEntry, now: Moment): Need | null {
  if (entry.ranOut && entry.standing !== 'settled' && entry.standing !== 'closed') return 'seal-ran-out';
  if (entry.standing === 'taken-back') return 'teacher-has-nothing';
  const passedOn = isPassedOn(entry);
  if (entry.standing === 'another-round' && !passedOn) return 'another-round';
  if (!passedOn && entry.standing !== 'not-started' && entry.standing !== 'in-progress') return null;
  return timeNeeds(entry, now);
}

/** Who was passed on to the next stage is not behind with anything: its dates say when. */
const isPassedOn = ({ standing, at }: DeskEntry) => standing === 'another-round' && at?.moved === 'on';

function timeNeeds(entry: DeskEntry, now: Moment): Need | null {
  if (entry.opens !== null && entry.opens > now) return null;
  const ends = submitEnds(entry);
  const closing = ends !== null && ends - now <= CLOSING_WITHIN;
  if (entry.due === null) return closing ? 'closing' : null;
  if (entry.due < now) return closing ? 'closing' : 'overdue';
  return entry.due - now <= DAY ? 'due-soon' : null;
}

/** What is due on one day of the reader's calendar. */
export interface DeskDay<E> {
  /** Whole days from today: 0 today, 1 tomorrow. */
  inDays: number;
  /** A moment in that day, to name it by. */
  at: Moment;
  entries: E[];
}

/**
 * Coming work by the day on which it is due.
 *
 * @param entries with due moments, sorted by them
 * @param zone    the reader's IANA zone: days begin at their midnight
 */
export function byDay<E extends { due: Moment | null }>(
  entries: readonly E[],
  now: Moment,
  zone: string
): DeskDay<E>[] {
  const days: DeskDay<E>[] = [];
  for (const entry of entries) {
    if (entry.due === null) continue;
    const inDays = calendarDaysBetween(now, entry.due, zone);
    const last = days.at(-1);
    if (last?.inDays === inDays) last.entries.push(entry);
    else days.push({ inDays, at: entry.due, entries: [entry] });
  }
  return days;
}

const NEVER = Number.MAX_SAFE_INTEGER;
const byDue = (a: DeskEntry, b: DeskEntry) => (a.due ?? NEVER) - (b.due ?? NEVER);
/** Work that the teacher no longer has stands above all else: it is the easiest to forget. */
const byNeed = (a: DeskEntry, b: DeskEntry) => Number(isGone(b)) - Number(isGone(a)) || byDue(a, b);
const isGone = ({ standing, ranOut }: DeskEntry) => ranOut || standing === 'taken-back';
const longestWait = (a: DeskEntry, b: DeskEntry) => (a.since ?? 0) - (b.since ?? 0);
const newestFirst = (a: DeskEntry, b: DeskEntry) => (b.since ?? b.due ?? 0) - (a.since ?? a.due ?? 0);

/** In the order of the course's outline: work without a date is done at one's own pace, from the first unit on. */
export const byOutline = (a: Pick<DeskEntry, 'outline'>, b: Pick<DeskEntry, 'outline'>) =>
  (a.outline?.[0] ?? NEVER) - (b.outline?.[0] ?? NEVER) || (a.outline?.[1] ?? NEVER) - (b.outline?.[1] ?? NEVER);

const ORDER: Record<DeskGroup, (a: DeskEntry, b: DeskEntry) => number> = {
  'needs-you': byNeed,
  'came-back': newestFirst,
  'with-you': byDue,
  'no-date': byOutline,
  'with-teacher': longestWait,
  settled: newestFirst,
  closed: newestFirst
};
