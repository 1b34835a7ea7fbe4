import { DAY, type Moment } from '../time/moment';
import type { LatePolicy } from '../assignments/late-policy';
import type { Holding, Standing } from './custody';

/** What the Desk needs to know about one assignment to place it. */
export interface DeskEntry {
  standing: Standing;
  due: Moment | null;
  closes: Moment | null;
  opens: Moment | null;
  since: Moment | null;
}

/** One line of the Desk. */
export interface DeskLine extends DeskEntry, Holding {
  assignmentId: string;
  title: string;
  /** The same object for every line of a course, so that it travels to the browser once. */
  course: { title: string; emblem: string; zone: string };
  late: LatePolicy;
  /** The latest round, where there is one. */
  round: number | null;
  lateSeconds: number | null;
  points: number | null;
  /** As given and as counted; null while nothing was returned. */
  given: number | null;
  kept: number | null;
}

export const DESK_GROUPS = ['needs-you', 'with-you', 'no-date', 'with-teacher', 'settled', 'closed'] as const;
export type DeskGroup = (typeof DESK_GROUPS)[number];

/** Why something needs the student now; null where it does not. */
export type Need = 'teacher-has-nothing' | 'another-round' | 'overdue' | 'due-soon';

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
  if (entry.standing === 'settled') return 'settled';
  if (entry.standing === 'closed') return 'closed';
  if (entry.standing === 'submitted' || entry.standing === 'revising') return 'with-teacher';
  if (need(entry, now) !== null) return 'needs-you';
  return entry.due === null ? 'no-date' : 'with-you';
}

/** Why an assignment needs the student now, the gravest reason first. */
export function need(entry: DeskEntry, now: Moment): Need | null {
  if (entry.standing === 'taken-back') return 'teacher-has-nothing';
  if (entry.standing === 'another-round') return 'another-round';
  if (entry.standing !== 'not-started' && entry.standing !== 'in-progress') return null;
  if (entry.due === null || (entry.opens !== null && entry.opens > now)) return null;
  if (entry.due < now) return 'overdue';
  return entry.due - now <= DAY ? 'due-soon' : null;
}

const NEVER = Number.MAX_SAFE_INTEGER;
const byDue = (a: DeskEntry, b: DeskEntry) => (a.due ?? NEVER) - (b.due ?? NEVER);
/** Work that the teacher no longer has stands above all else: it is the easiest to forget. */
const byNeed = (a: DeskEntry, b: DeskEntry) =>
  Number(b.standing === 'taken-back') - Number(a.standing === 'taken-back') || byDue(a, b);
const longestWait = (a: DeskEntry, b: DeskEntry) => (a.since ?? 0) - (b.since ?? 0);
const newestFirst = (a: DeskEntry, b: DeskEntry) => (b.since ?? b.due ?? 0) - (a.since ?? a.due ?? 0);

const ORDER: Record<DeskGroup, (a: DeskEntry, b: DeskEntry) => number> = {
  'needs-you': byNeed,
  'with-you': byDue,
  'no-date': byDue,
  'with-teacher': longestWait,
  settled: newestFirst,
  closed: newestFirst
};
