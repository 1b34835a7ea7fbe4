import { z } from 'zod';
import { execute } from '../db/connection';

export const NewCalendarDays = z
  .object({
    kind: z.enum(['holiday', 'marking-pause']),
    title: z.string().trim().min(1).max(100),
    first: z.iso.date(),
    last: z.iso.date()
  })
  .refine(({ first, last }) => first <= last, 'The first day comes before the last.');

/** Enters days into the school's calendar. For the school's own set-up; no screen changes it yet. */
export async function enterCalendarDays(days: z.input<typeof NewCalendarDays>): Promise<void> {
  const { kind, title, first, last } = NewCalendarDays.parse(days);
  await execute('insert into calendar_days (kind, title, first_day, last_day) values ($1, $2, $3, $4)', [
    kind,
    title,
    first,
    last
  ]);
}
