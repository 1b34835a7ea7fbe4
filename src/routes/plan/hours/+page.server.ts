import { z } from 'zod';
import { Sitting, WorkingHours } from '$core/plan/free-time';
import { keepPlanSettings } from '$server/plan/keep-plan';
import { readPlanInputs } from '$server/plan/read-plan';
import { action } from '../../shared/action';
import { signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const { hours, sitting, now } = await readPlanInputs(person, person.zone);
  return { hours, sitting, now };
};

/** Hours of a day as they are written: "16:00-19:00, 20:00-21:30". */
const HoursText = z
  .string()
  .trim()
  .max(200)
  .transform((text, context) => {
    const parts = text === '' ? [] : text.split(/[,;]/);
    return parts.map((part) => {
      const [, from = '', to = ''] = /^\s*(\d{1,2}[:.]\d{2})\s*(?:-|–|to)\s*(\d{1,2}[:.]\d{2})\s*$/.exec(part) ?? [];
      if (from === '') context.addIssue(`Write hours such as 16:00-19:00: “${part.trim()}” is no time of a day.`);
      return { from: from.replace('.', ':').padStart(5, '0'), to: to.replace('.', ':').padStart(5, '0') };
    });
  });

const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
/** Days that are otherwise: one on a line, "2027-03-12: 10:00-12:00", or "2027-03-12" where there is no time. */
const ExceptionsText = z
  .string()
  .max(4000)
  .transform((text, context) => {
    const lines = text.split('\n').filter((line) => line.trim() !== '');
    return Object.fromEntries(
      lines.map((line) => {
        const [, day = '', rest = ''] = /^\s*(\d{4}-\d{2}-\d{2})\s*:?\s*(.*)$/.exec(line) ?? [];
        const hours = HoursText.safeParse(rest);
        if (day === '' || !z.iso.date().safeParse(day).success || !hours.success)
          context.addIssue(
            `Write a day such as 2027-03-12: 10:00-12:00; “${line.trim().slice(0, 40)}” cannot be read.`
          );
        return [day, hours.data ?? []];
      })
    );
  });
const Week = Object.fromEntries(DAYS.map((day) => [day, HoursText])) as Record<(typeof DAYS)[number], typeof HoursText>;
const Form = z
  .object({
    ...Week,
    exceptions: ExceptionsText,
    shortest: z.coerce.number(),
    longest: z.coerce.number(),
    pause: z.coerce.number(),
    dayMost: z.union([z.literal('').transform(() => null), z.coerce.number()])
  })
  .transform(({ exceptions, shortest, longest, pause, dayMost, ...week }) => ({
    hours: { week: DAYS.map((day) => week[day]), exceptions },
    sitting: { shortest, longest, pause, dayMost }
  }))
  .pipe(z.object({ hours: WorkingHours, sitting: Sitting }));

export const actions = {
  default: action(Form, keepPlanSettings, { then: () => ({ done: 'Kept. The plan follows these hours from now on.' }) })
};
