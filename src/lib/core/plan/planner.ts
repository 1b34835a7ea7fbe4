import { compareMoments, DAY, MINUTE, type Moment } from '../time/moment';
import { dayOf } from '../time/days';
import { minutesOf, type Sitting, type Stretch } from './free-time';
import { onTimeMatching } from './matching';
import { isOnTime, sittingsOf, type PlanTask, type Unit } from './sittings';

export type { PlanTask } from './sittings';

/** A sitting as the planner placed it. */
export interface PlannedSitting extends Stretch {
  taskId: string;
  /** Which sitting of its task it is, from 1 on. With the task it names it through every replanning. */
  no: number;
  /** It ends after the task was due. */
  late: boolean;
  why: Why;
}

/** Why a sitting stands where it does. */
export interface Why {
  /** `due`: what is due first comes first. `overdue`: as soon as there is time. `better`: early enough for another round. `pace`: a bit at a time. `late`: no time is left before it is due. `undated`: in what time is left. */
  code: 'due' | 'overdue' | 'better' | 'pace' | 'late' | 'undated';
  /** The moment that it speaks of; null where it has none. */
  by: Moment | null;
}

/** What does not fit: minutes of a task that are late, or find no time at all. */
export interface Shortfall {
  taskId: string;
  lateMinutes: number;
  /** When the last of it would be done; null where no time was found for all of it. */
  doneBy: Moment | null;
}

export interface Plan {
  sittings: PlannedSitting[];
  short: Shortfall[];
  lateMinutes: number;
}

/**
 * Places work into free time.
 *
 * As much as can be on time is: that is a matching between sittings and places for them, and the best one is found, the longest and
 * then the heaviest first. What is on time stands in the order in which it is due, so that nothing waits for the last evening and one
 * thing is done after the other; what cannot be on time takes the first places that are left. The same input gives the same plan.
 *
 * @param free when there is time, in order; without what is pinned or busy
 * @param zone the reader's IANA zone, for what is the most of a day
 */
export function plan(tasks: readonly PlanTask[], free: readonly Stretch[], sitting: Sitting, zone: string): Plan {
  const places = placesIn(free, sitting, zone);
  const whole = { from: free.at(0)?.from ?? 0, to: free.at(-1)?.to ?? 0 };
  const units = tasks.flatMap((task) => sittingsOf(task, sitting, whole));
  const matched = onTimeMatching(units, places);
  const chosen = units.filter((_, i) => matched[i] !== null);
  const inOrder = soonest(chosen, places, whole.from) ?? forward(chosen, places, dueFirst);
  const taken =
    inOrder ?? new Map(units.flatMap((unit, i) => (matched[i] === null ? [] : [[unit, matched[i] ?? 0] as const])));
  const placed = units.filter((unit) => !taken.has(unit));
  const late = afterwards(placed, places, new Set(taken.values()));
  const sittings = [
    ...[...taken].map(([unit, at]) => sat(unit, places[at], false)),
    ...[...late].map(([unit, at]) => sat(unit, places[at], true))
  ]
    .flatMap((one) => one ?? [])
    .sort((a, b) => a.from - b.from);
  return { sittings: numbered(sittings, tasks), ...shortfalls(units, taken, sittings) };
}

/** Places for sittings: free time cut into the longest that are wished, with pauses between; what is too short is none. */
export function placesIn(
  free: readonly Stretch[],
  { shortest, longest, pause, dayMost }: Sitting,
  zone: string
): Stretch[] {
  const places: Stretch[] = [];
  const used = new Map<string, number>();
  for (const { from, to } of free) {
    for (let at = from; to - at >= shortest * MINUTE; at += (longest + pause) * MINUTE) {
      const place = { from: at, to: Math.min(to, at + longest * MINUTE) };
      const day = dayMost === null ? '' : dayOf(at, zone);
      const sum = (used.get(day) ?? 0) + minutesOf(place);
      if (dayMost !== null && sum > dayMost) continue;
      used.set(day, sum);
      places.push(place);
    }
  }
  return places;
}

type Order = (a: Unit, b: Unit) => number;
const last = (moment: Moment | null) => moment ?? Infinity;
const byName: Order = (a, b) => (a.task.id < b.task.id ? -1 : Number(a.task.id > b.task.id));
const dueFirst: Order = (a, b) =>
  compareMoments(last(a.task.due), last(b.task.due)) ||
  compareMoments(a.better, b.better) ||
  b.task.weight - a.task.weight ||
  byName(a, b);
const betterFirst: Order = (a, b) =>
  compareMoments(a.better, b.better) ||
  compareMoments(last(a.task.due), last(b.task.due)) ||
  b.task.weight - a.task.weight ||
  byName(a, b);

/** What is overdue stands in the order as if it were due after so many days: the fewest by which nothing else becomes late. */
function soonest(units: readonly Unit[], places: readonly Stretch[], from: Moment): Map<Unit, number> | null {
  const late = units.some(({ task }) => task.overdue);
  for (const days of late ? [0, 1, 2, 3, 5, 8, 13, 21] : [0]) {
    const at = (unit: Unit) => (unit.task.overdue ? from + days * DAY : unit.better);
    const placed = forward(units, places, (a, b) => compareMoments(at(a), at(b)) || betterFirst(a, b));
    if (placed) return placed;
  }
  return null;
}

/** Each place takes the first sitting, in an order, that is on time there. Null where that leaves one out. */
function forward(units: readonly Unit[], places: readonly Stretch[], order: Order): Map<Unit, number> | null {
  const waiting = [...units].sort(order);
  const taken = new Map<Unit, number>();
  for (const [at, place] of places.entries()) {
    if (waiting.length === 0) break;
    const next = waiting.findIndex((unit) => isOnTime(unit, place) && isDue(unit, place));
    const [unit] = next === -1 ? [] : waiting.splice(next, 1);
    if (unit) taken.set(unit, at);
  }
  return waiting.length === 0 ? taken : null;
}

/** Paced work is not done all at once: a sitting of it waits until its share of the time has come near. */
function isDue({ task, better }: Unit, { from }: Stretch): boolean {
  return !task.paced || better - from < PACED_WITHIN;
}
const PACED_WITHIN = 7 * 24 * 60 * MINUTE;

/** What cannot be on time takes the first places that are left, what was due first before the others. */
function afterwards(units: readonly Unit[], places: readonly Stretch[], used: ReadonlySet<number>): Map<Unit, number> {
  const taken = new Map<Unit, number>();
  const gone = new Set(used);
  for (const unit of [...units].sort(dueFirst)) {
    const at = places.findIndex(
      ({ from, to }, i) =>
        !gone.has(i) && to - from >= unit.minutes * MINUTE && (unit.task.opens === null || unit.task.opens <= from)
    );
    if (at === -1) continue;
    gone.add(at);
    taken.set(unit, at);
  }
  return taken;
}

function sat({ task, minutes, better }: Unit, place: Stretch | undefined, late: boolean): PlannedSitting | null {
  if (!place) return null;
  const why: Why = task.overdue
    ? { code: 'overdue', by: null }
    : late
      ? { code: 'late', by: task.due }
      : task.paced
        ? { code: 'pace', by: better }
        : task.better !== null && task.better !== task.due
          ? { code: 'better', by: task.better }
          : { code: task.due === null ? 'undated' : 'due', by: task.due };
  return {
    taskId: task.id,
    no: 0,
    from: place.from,
    to: place.from + minutes * MINUTE,
    late: late || task.overdue,
    why
  };
}

/** Sittings of a task are numbered in the order in which they come. */
function numbered(sittings: readonly PlannedSitting[], tasks: readonly PlanTask[]): PlannedSitting[] {
  const next = new Map(tasks.map(({ id, before }) => [id, before + 1]));
  return sittings.map((one) => {
    const no = next.get(one.taskId) ?? 1;
    next.set(one.taskId, no + 1);
    return { ...one, no };
  });
}

function shortfalls(
  units: readonly Unit[],
  taken: ReadonlyMap<Unit, number>,
  sittings: readonly PlannedSitting[]
): Pick<Plan, 'short' | 'lateMinutes'> {
  const short = new Map<string, Shortfall>();
  for (const unit of units) {
    if (taken.has(unit) && !unit.task.overdue) continue;
    const known = short.get(unit.task.id) ?? { taskId: unit.task.id, lateMinutes: 0, doneBy: null };
    short.set(unit.task.id, { ...known, lateMinutes: known.lateMinutes + unit.minutes });
  }
  for (const one of short.values()) {
    const own = sittings.filter(({ taskId }) => taskId === one.taskId);
    const asked = units.filter(({ task }) => task.id === one.taskId).length;
    one.doneBy = own.length === asked ? (own.at(-1)?.to ?? null) : null;
  }
  const list = [...short.values()];
  return { short: list, lateMinutes: list.reduce((sum, { lateMinutes }) => sum + lateMinutes, 0) };
}
