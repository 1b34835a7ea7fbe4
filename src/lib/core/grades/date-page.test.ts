import fc from 'fast-check';
import { expect, it } from 'vitest';
import { DAY } from '../time/moment';
import { datePage } from './date-page';
import type { GradeLine } from './line';

const NOW = Date.parse('2027-03-10T12:00:00Z');
const lines = (days: Array<number | null>) =>
  days.map((in_, i) => ({ assignmentId: String(i), due: in_ === null ? null : NOW + in_ * DAY })) as GradeLine[];
const days = (page: { lines: GradeLine[] }) => page.lines.map(({ due }) => (due === null ? null : (due - NOW) / DAY));

it('begins with what was due lately, undated work last', () => {
  const page = datePage(lines([null, 30, -3, -40, 2]), null, NOW);
  expect(days(page)).toEqual([-3, 2, 30, null]);
  expect([page.earlier, page.later]).toEqual([0, null]);
});

it('shows the end of a year that is over', () => {
  expect(days(datePage(lines([-90, -100]), null, NOW))).toEqual([-100, -90]);
});

it('leads to every row once, from the first stretch to the last', () => {
  const all = fc.array(fc.option(fc.integer({ min: -300, max: 300 })), { maxLength: 250 });
  fc.assert(
    fc.property(all, (some) => {
      const seen: string[] = [];
      for (let at: number | null = 0; at !== null;) {
        const page: ReturnType<typeof datePage> = datePage(lines(some), at, NOW);
        seen.push(...page.lines.map(({ assignmentId }) => assignmentId));
        at = page.later;
      }
      expect(new Set(seen).size).toBe(some.length);
      expect(seen).toHaveLength(some.length);
    })
  );
});
