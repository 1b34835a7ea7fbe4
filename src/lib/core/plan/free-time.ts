import { Temporal } from 'temporal-polyfill';
import { z } from 'zod';
import { MINUTE, type Moment } from '../time/moment';
import { fromWallClock } from '../time/wall-clock';

/** A stretch of time, from its first moment to the one after its last. */
export interface Stretch {
  from: Moment;
  to: Moment;
}

const Clock = z.string().regex(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/, 'Write a time such as 16:30.');
const Hours = z
  .object({ from: Clock, to: Clock })
  .refine(({ from, to }) => from < to, 'The hours end before they begin.');

/** When somebody can work: hours of each day of the week, Monday first, and days on which that is otherwise. */
export const WorkingHours = z.object({
  week: z.array(z.array(Hours).max(6)).length(7),
  /** By the day, `YYYY-MM-DD`: other hours, or none. */
  exceptions: z.record(z.iso.date(), z.array(Hours).max(6))
});
export type WorkingHours = z.infer<typeof WorkingHours>;

/** Where nobody said otherwise: late afternoons of schooldays, and some of the weekend. */
export const USUAL_HOURS: WorkingHours = {
  week: [
    ...Array.from({ length: 5 }, () => [{ from: '16:00', to: '19:00' }]),
    [{ from: '10:00', to: '13:00' }],
    [{ from: '15:00', to: '18:00' }]
  ],
  exceptions: {}
};

/**
 * When somebody can work between two moments: their hours on the clocks of their zone, without what takes them elsewhere.
 *
 * @param busy in any order, overlapping as they may
 * @returns stretches in order that do not touch each other
 */
export function freeTime(hours: WorkingHours, busy: readonly Stretch[], between: Stretch, zone: string): Stretch[] {
  const days = daysBetween(between, zone);
  const open = days.flatMap((day) =>
    hoursOf(hours, day).map(({ from, to }) => ({ from: at(day, from, zone), to: at(day, to, zone) }))
  );
  const within = joined(open.map((one) => clipped(one, between)).filter(({ from, to }) => from < to));
  return without(within, joined([...busy]));
}

/** The hours of one day. */
export const hoursOf = ({ week, exceptions }: WorkingHours, day: string) =>
  exceptions[day] ?? week[Temporal.PlainDate.from(day).dayOfWeek - 1] ?? [];

function daysBetween({ from, to }: Stretch, zone: string): string[] {
  const first = Temporal.Instant.fromEpochMilliseconds(from).toZonedDateTimeISO(zone).toPlainDate();
  const last = Temporal.Instant.fromEpochMilliseconds(to).toZonedDateTimeISO(zone).toPlainDate();
  const count = first.until(last, { largestUnit: 'days' }).days;
  return Array.from({ length: count + 1 }, (_, i) => first.add({ days: i }).toString());
}

function at(day: string, clock: string, zone: string): Moment {
  if (clock !== '24:00') return fromWallClock(`${day}T${clock}`, zone).moment;
  return fromWallClock(`${Temporal.PlainDate.from(day).add({ days: 1 }).toString()}T00:00`, zone).moment;
}

const clipped = (one: Stretch, { from, to }: Stretch): Stretch => ({
  from: Math.max(one.from, from),
  to: Math.min(one.to, to)
});

/** In order, with what touches or overlaps made one. */
export function joined(stretches: Stretch[]): Stretch[] {
  const out: Stretch[] = [];
  for (const one of stretches.filter(({ from, to }) => from < to).sort((a, b) => a.from - b.from)) {
    const last = out.at(-1);
    if (last && one.from <= last.to) last.to = Math.max(last.to, one.to);
    else out.push({ ...one });
  }
  return out;
}

/** What is left of stretches once others are taken out of them. Both in order. */
export function without(stretches: readonly Stretch[], taken: readonly Stretch[]): Stretch[] {
  return stretches.flatMap((whole) => {
    const left: Stretch[] = [];
    let from = whole.from;
    for (const out of taken) {
      if (out.to <= from) continue;
      if (out.from >= whole.to) break;
      if (out.from > from) left.push({ from, to: out.from });
      from = Math.max(from, out.to);
    }
    if (from < whole.to) left.push({ from, to: whole.to });
    return left;
  });
}

/** How long somebody wants to sit at one thing, in minutes. */
export const Sitting = z
  .object({
    shortest: z.number().int().min(10).max(120),
    longest: z.number().int().min(15).max(240),
    pause: z.number().int().min(0).max(60),
    /** The most of one day; null for as much as there is time. */
    dayMost: z.number().int().min(30).max(900).nullable()
  })
  .refine(({ shortest, longest }) => shortest <= longest, 'The longest is shorter than the shortest.');
export type Sitting = z.infer<typeof Sitting>;
export const USUAL_SITTING: Sitting = { shortest: 20, longest: 50, pause: 10, dayMost: null };

/** Minutes of a stretch. */
export const minutesOf = ({ from, to }: Stretch): number => Math.round((to - from) / MINUTE);
