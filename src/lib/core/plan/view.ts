import { daysLater, startOfDay } from '../time/days';
import type { Moment } from '../time/moment';
import { Temporal } from 'temporal-polyfill';
import type { KeptSitting, PlanInputs } from './inputs';
import type { Plan } from './planner';
import { whyWords } from './why';

/** A session as it is shown, wherever it comes from. */
export interface Session {
  /** Tells it from all others on the page. */
  key: string;
  /** Of one that is kept; null for one that the planner placed. */
  id: string | null;
  taskId: string;
  no: number;
  title: string;
  course: string;
  emblem: string;
  from: Moment;
  to: Moment;
  state: 'placed' | KeptSitting['state'];
  late: boolean;
  why: string;
}

/** All sessions in the order in which they come: held, running, pinned and placed. */
export function sessionsOf({ lines, kept, zone, now }: PlanInputs, { sittings }: Plan): Session[] {
  const known = new Map(lines.map((line) => [line.assignmentId, line]));
  const named = (taskId: string) => {
    const line = known.get(taskId);
    return {
      title: line?.title ?? 'Work that is settled',
      course: line?.course.title ?? '',
      emblem: line?.course.emblem ?? ''
    };
  };
  const own = kept.map(({ id, taskId, no, from, to, state }): Session => {
    const due = known.get(taskId)?.due ?? null;
    const late = state === 'pinned' && due !== null && to > due;
    return {
      key: `${taskId} ${no} ${id}`,
      id,
      taskId,
      no,
      ...named(taskId),
      from,
      to,
      state,
      late,
      why: KEPT_WHY[state]
    };
  });
  const placed = sittings.map(({ taskId, no, from, to, late, why }): Session => ({
    key: `${taskId} ${no}`,
    id: null,
    taskId,
    no,
    ...named(taskId),
    from,
    to,
    state: 'placed',
    late,
    why: whyWords(why, zone, now)
  }));
  return [...own, ...placed].sort((a, b) => a.from - b.from || (a.key < b.key ? -1 : 1));
}

const KEPT_WHY = { pinned: 'You put it there', running: 'It runs', held: 'You sat at it' } as const;

/** The midnights of a calendar week, Monday first, in which a moment lies; the eighth is its end. */
export function weekOf(at: Moment, zone: string): Moment[] {
  const today = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone);
  const monday = today.subtract({ days: today.dayOfWeek - 1 }).startOfDay().epochMilliseconds;
  return Array.from({ length: 8 }, (_, i) => daysLater(monday, i, zone));
}

/** The midnights of the weeks that a calendar month touches. */
export function monthOf(at: Moment, zone: string): Moment[] {
  const first = Temporal.Instant.fromEpochMilliseconds(at).toZonedDateTimeISO(zone).with({ day: 1 });
  const [begin] = weekOf(first.epochMilliseconds, zone);
  const end = first.add({ months: 1 }).startOfDay().epochMilliseconds;
  const days: Moment[] = [];
  for (let day = begin ?? at; day < end || days.length % 7 !== 0; day = daysLater(day, 1, zone)) days.push(day);
  return [...days, daysLater(days.at(-1) ?? at, 1, zone)];
}

/** The same time on the clock some days on. */
export const movedBy = (
  session: Session,
  days: number,
  minutes: number,
  zone: string
): { from: Moment; to: Moment } => {
  const from = daysLater(session.from, days, zone) + minutes * 60_000;
  return { from, to: from + (session.to - session.from) };
};

/** Where on a day a moment lies, 0 at its midnight, 1 at the next. */
export const shareOfDay = (at: Moment, day: Moment, zone: string): number =>
  (at - day) / (daysLater(day, 1, zone) - day);

/** Whether it lies in the day that begins then. */
export const isOn = (at: Moment, day: Moment, zone: string): boolean => startOfDay(at, zone) === day;

/** A due moment, where a day shows it. */
export interface DueOn {
  id: string;
  title: string;
  due: Moment;
}
