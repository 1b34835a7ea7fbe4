import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { mayForSchool } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, inTransaction, select } from '../db/connection';
import { NotHere } from '../outcome';

/** A stretch of the calendar as queries give it. */
export const CalendarRow = z.object({
  id: z.string(),
  kind: z.enum(['holiday', 'marking-pause']),
  title: z.string(),
  first: z.string(),
  last: z.string()
});

export const NewCalendarDays = z
  .object({
    kind: z.enum(['holiday', 'marking-pause']),
    title: z.string().trim().min(1).max(100),
    first: z.iso.date(),
    last: z.iso.date()
  })
  .refine(({ first, last }) => first <= last, 'The first day comes before the last.');

/** The school's calendar, in order. */
export function readCalendar() {
  return select(
    CalendarRow,
    'select id, kind, title, first_day::text as first, last_day::text as last from calendar_days order by first_day, id'
  );
}

/** Enters days into the school's calendar, as its office. */
export async function enterCalendarDays(person: Actor, days: z.input<typeof NewCalendarDays>): Promise<void> {
  const { kind, title, first, last } = NewCalendarDays.parse(days);
  if (!mayForSchool(person, 'keep-calendar')) throw new NotHere('The calendar');
  await inTransaction(async (tx) => {
    await execute(
      'insert into calendar_days (kind, title, first_day, last_day) values ($1, $2, $3, $4)',
      [kind, title, first, last],
      tx
    );
    await audit(person.id, 'enter-calendar-days', title, { kind, first, last }, tx);
  });
}

/** Takes days out of the calendar again. */
export async function removeCalendarDays(person: Actor, id: string): Promise<void> {
  if (!mayForSchool(person, 'keep-calendar')) throw new NotHere('The calendar');
  await inTransaction(async (tx) => {
    await execute('delete from calendar_days where id = $1', [id], tx);
    await audit(person.id, 'remove-calendar-days', id, {}, tx);
  });
}
