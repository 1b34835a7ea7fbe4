import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DISTANCES, isQuiet, ReminderSettings, USUAL_REMINDERS } from './settings';

const minute = fc.integer({ min: 0, max: 1439 });

it('is quiet for as many minutes as lie between the two ends, over midnight too', () => {
  fc.assert(
    fc.property(minute, minute, (quietFrom, quietTo) => {
      const quiet = Array.from({ length: 1440 }, (_, at) => at).filter((at) => isQuiet(at, { quietFrom, quietTo }));
      expect(quiet).toHaveLength((quietTo - quietFrom + 1440) % 1440);
    }),
    { numRuns: 50 }
  );
});

it('begins with the first minute and ends before the last', () => {
  fc.assert(
    fc.property(minute, minute, (quietFrom, quietTo) => {
      fc.pre(quietFrom !== quietTo);
      expect(isQuiet(quietFrom, { quietFrom, quietTo })).toBe(true);
      expect(isQuiet(quietTo, { quietFrom, quietTo })).toBe(false);
    })
  );
  expect([21 * 60 + 59, 22 * 60, 0, 6 * 60 + 59, 7 * 60].map((at) => isQuiet(at, USUAL_REMINDERS))).toEqual([
    false,
    true,
    true,
    true,
    false
  ]);
});

it('offers distances that can be kept, the furthest first', () => {
  const before = DISTANCES.map(({ minutes }) => minutes);
  expect(before).toEqual([...before].sort((a, b) => b - a));
  for (const each of before)
    expect(ReminderSettings.safeParse({ ...USUAL_REMINDERS, before: [each] }).success).toBe(true);
  expect(ReminderSettings.safeParse({ ...USUAL_REMINDERS, before: [5] }).success).toBe(false);
  expect(ReminderSettings.safeParse({ ...USUAL_REMINDERS, quietTo: 1440 }).success).toBe(false);
});
