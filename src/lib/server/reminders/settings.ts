import { z } from 'zod';
import { USUAL_REMINDERS, type ReminderSettings } from '$core/reminders/settings';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';

/** When a person is reminded. One query. */
export async function readReminders(person: Actor): Promise<ReminderSettings> {
  const [row] = await select(
    z.object({ before: z.array(z.number()), quietFrom: z.number(), quietTo: z.number() }),
    'select before, quiet_from as "quietFrom", quiet_to as "quietTo" from reminder_settings where person_id = $1',
    [person.id]
  );
  return row ?? USUAL_REMINDERS;
}

/** Keeps when a person is reminded. */
export async function keepReminders(person: Actor, { before, quietFrom, quietTo }: ReminderSettings): Promise<void> {
  await execute(
    `insert into reminder_settings (person_id, before, quiet_from, quiet_to) values ($1, $2, $3, $4)
     on conflict (person_id) do update set before = excluded.before, quiet_from = excluded.quiet_from, quiet_to = excluded.quiet_to`,
    [person.id, before, quietFrom, quietTo]
  );
}
