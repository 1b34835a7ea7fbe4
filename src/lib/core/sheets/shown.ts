import { Trouble, type Value } from './evaluate';
import type { Form } from './sheet';

/** What a cell shows. */
export function shownValue(value: Value | undefined, form: Form): string {
  if (value === null || value === undefined) return '';
  if (value instanceof Trouble) return value.code;
  if (typeof value === 'boolean') return value ? 'TRUE' : 'FALSE';
  return typeof value === 'string' ? value : NUMBERS[form](value);
}

const digits = (least: number, most: number, grouped: boolean) => (n: number) =>
  n.toLocaleString('en-GB', { minimumFractionDigits: least, maximumFractionDigits: most, useGrouping: grouped });

const NUMBERS: Record<Form, (n: number) => string> = {
  // What only counting in twos makes of a number is not shown: 0.1 + 0.2 is 0.3.
  plain: (n) => String(Number(n.toPrecision(12))),
  whole: digits(0, 0, false),
  two: digits(2, 2, false),
  percent: (n) => `${digits(0, 1, false)(n * 100)} %`,
  thousands: digits(0, 2, true)
};
