import { z } from 'zod';
import type { Moment } from '../time/moment';
import { daysLater } from '../time/days';
import { fromWallClock } from '../time/wall-clock';

/** When work that is not there begins to count as zero: never, some days after it was due, or from a day on. */
export const Absent = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('never') }),
  z.object({ kind: z.literal('after-due'), days: z.number().int().min(0).max(365) }),
  z.object({ kind: z.literal('from'), day: z.iso.date() })
]);
export type Absent = z.infer<typeof Absent>;

/**
 * From which moment on work that is not there counts as zero; null where it never does, or is not due.
 *
 * @param zone the course's IANA zone: its days are counted, and the day begins at its midnight
 */
export function zeroFrom(absent: Absent, due: Moment | null, zone: string): Moment | null {
  if (absent.kind === 'never' || due === null) return null;
  if (absent.kind === 'after-due') return daysLater(due, absent.days, zone);
  return Math.max(due, fromWallClock(`${absent.day}T00:00`, zone).moment);
}
