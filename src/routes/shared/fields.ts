import { z } from 'zod';
import { fromWallClock, isWallClock } from '$core/time/wall-clock';
import type { Moment } from '$core/time/moment';

/** Points as a person writes them: "17", "17.5" or "17,5"; null where nothing was written. */
export const PointsText = z
  .string()
  .trim()
  .max(12)
  .regex(/^(\d{1,6}([.,]\d{1,2})?)?$/, 'Write points as a number, such as 17 or 17.5.')
  .transform((text) => (text === '' ? null : Number(text.replace(',', '.'))));

/**
 * A date and time as the clocks of a zone show it, from `<input type="datetime-local">`.
 *
 * @returns a function from the zone to the moment, or undefined where nothing was written
 */
export const WallClockText = z
  .string()
  .trim()
  .regex(/^(\d{4}-\d{2}-\d{2}T\d{2}:\d{2})?$/, 'Write a date and a time, such as 2027-03-12T18:00.')
  .refine((text) => text === '' || isWallClock(text), 'That date does not exist.')
  .transform((text) => (text === '' ? undefined : (zone: string): Moment => fromWallClock(text, zone).moment));

/** A tick box: present when ticked. */
export const Ticked = z
  .literal('on')
  .optional()
  .transform((value) => value === 'on');

/** A whole number as a person writes it, or null where nothing was written. */
export const WholeText = z
  .string()
  .trim()
  .regex(/^\d{0,6}$/, 'Write a whole number.')
  .transform((text) => (text === '' ? null : Number(text)));

/** A field whose name may stand several times in a form. */
export const Several = <S extends z.ZodArray>(list: S) =>
  z.preprocess((given) => (given === undefined ? [] : Array.isArray(given) ? given : [given]), list);
