import { z } from 'zod';
import { ReminderSettings } from '$core/reminders/settings';
import { countDevices, dropDevices, vapidKeys } from '$server/reminders/push';
import { keepReminders, readReminders } from '$server/reminders/settings';
import { action } from '../../shared/action';
import { Several } from '../../shared/fields';
import { signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const [reminders, devices, { publicKey }] = await Promise.all([
    readReminders(person),
    countDevices(person),
    vapidKeys()
  ]);
  return { reminders, devices, publicKey };
};

/** A time of day, as minutes since midnight. */
const Minute = z
  .string()
  .regex(/^([01]\d|2[0-3]):[0-5]\d$/, 'Write a time such as 22:00.')
  .transform((text) => Number(text.slice(0, 2)) * 60 + Number(text.slice(3)));
const Form = z
  .object({
    before: Several(z.array(z.coerce.number()).max(6, 'Six reminders of one thing are the most.')),
    quietFrom: Minute,
    quietTo: Minute
  })
  .pipe(ReminderSettings);

export const actions = {
  keep: action(Form, keepReminders, { then: () => ({ done: 'Kept.' }) }),
  quiet: action(z.object({}), (person) => dropDevices(person), {
    then: () => ({ done: 'No device shows anything any more.' })
  })
};
