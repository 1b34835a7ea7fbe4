import { z } from 'zod';

/** When somebody is reminded: minutes before due moments, and quiet hours on their clocks, in minutes since midnight. */
export const ReminderSettings = z.object({
  before: z
    .array(
      z
        .number()
        .int()
        .min(10)
        .max(14 * 1440)
    )
    .max(6),
  quietFrom: z.number().int().min(0).max(1439),
  quietTo: z.number().int().min(0).max(1439)
});
export type ReminderSettings = z.infer<typeof ReminderSettings>;

/** Where nobody said otherwise: a day and three hours before, and not at night. */
export const USUAL_REMINDERS: ReminderSettings = { before: [1440, 180], quietFrom: 22 * 60, quietTo: 7 * 60 };

/** From so close to a due moment on a reminder does not wait for the calm mail of the day. */
export const URGENT_MINUTES = 240;

/** Distances that are offered. */
export const DISTANCES: ReadonlyArray<{ minutes: number; words: string }> = [
  { minutes: 7 * 1440, words: 'a week before' },
  { minutes: 3 * 1440, words: 'three days before' },
  { minutes: 2 * 1440, words: 'two days before' },
  { minutes: 1440, words: 'a day before' },
  { minutes: 360, words: 'six hours before' },
  { minutes: 180, words: 'three hours before' },
  { minutes: 60, words: 'an hour before' }
];

/**
 * Whether a moment lies in somebody's quiet hours.
 *
 * @param minute of their day, 0 to 1439
 */
export function isQuiet(
  minute: number,
  { quietFrom, quietTo }: Pick<ReminderSettings, 'quietFrom' | 'quietTo'>
): boolean {
  if (quietFrom === quietTo) return false;
  return quietFrom < quietTo ? minute >= quietFrom && minute < quietTo : minute >= quietFrom || minute < quietTo;
}

/**
 * The same as SQL, for a person `p` with their settings `r`, which may be left out by an outer join.
 *
 * @param now the bound value that holds the moment
 */
export const quietSql = (now: string): string => {
  const minute = `(extract(hour from ${now}::timestamptz at time zone p.zone) * 60 + extract(minute from ${now}::timestamptz at time zone p.zone))`;
  const from = `coalesce(r.quiet_from, ${USUAL_REMINDERS.quietFrom})`;
  const to = `coalesce(r.quiet_to, ${USUAL_REMINDERS.quietTo})`;
  return `(${from} <> ${to} and case when ${from} < ${to} then ${minute} >= ${from} and ${minute} < ${to}
    else ${minute} >= ${from} or ${minute} < ${to} end)`;
};
