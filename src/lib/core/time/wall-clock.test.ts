import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromWallClock, toWallClock } from './wall-clock';
import { absolute, dayName, relative, span, toTheSecond } from './words';

const ZONE = 'Atlantic/Faroe';
const iso = (moment: number) => new Date(moment).toISOString();

describe('reading the clock on the wall', () => {
  it('is plain on a plain day', () => {
    const reading = fromWallClock('2027-03-10T18:00', ZONE);
    expect([iso(reading.moment), reading.doubt]).toEqual(['2027-03-10T18:00:00.000Z', null]);
  });
  it('takes the first of two in the repeated hour (25 October 2026), and says so', () => {
    const reading = fromWallClock('2026-10-25T01:30', ZONE);
    expect([iso(reading.moment), reading.doubt]).toEqual(['2026-10-25T00:30:00.000Z', 'repeated']);
  });
  it('moves past the gap when the clocks go forward (28 March 2027), and says so', () => {
    const reading = fromWallClock('2027-03-28T01:30', ZONE);
    expect([iso(reading.moment), reading.doubt]).toEqual(['2027-03-28T01:30:00.000Z', 'skipped']);
    expect(toWallClock(reading.moment, ZONE)).toBe('2027-03-28T02:30');
  });
  it('refuses what is no date, and zones that do not exist', () => {
    expect(() => fromWallClock('soon', ZONE)).toThrow(RangeError);
    expect(() => fromWallClock('2027-03-10T18:00', 'Sea/Skerrow')).toThrow(RangeError);
  });
  it('comes back as it went in, wherever the reading is not doubtful', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2020-01-01'), max: new Date('2035-01-01'), noInvalidDate: true }),
        (date) => {
          const local = date.toISOString().slice(0, 16);
          const reading = fromWallClock(local, ZONE);
          if (reading.doubt !== 'skipped') expect(toWallClock(reading.moment, ZONE)).toBe(local);
        }
      )
    );
  });
});

describe('times in words', () => {
  const now = Date.parse('2027-03-10T15:20:00Z');
  it('writes the absolute moment in the reader’s zone', () => {
    expect(absolute(now, ZONE, now)).toBe('Wed 10 Mar, 15:20');
    expect(absolute(now, 'America/Toronto', now)).toBe('Wed 10 Mar, 10:20');
    expect(absolute(Date.parse('2026-03-11T08:00:00Z'), ZONE, now)).toBe('Wed 11 Mar 2026, 08:00');
    expect(toTheSecond(now + 7000, ZONE)).toBe('15:20:07');
    expect(dayName(now, ZONE)).toBe('Wednesday 10 March');
  });
  it.each([
    [30_000, 'now'],
    [45 * 60_000, 'in 45 min'],
    [-(3 * 3_600_000 + 10 * 60_000), '3 h 10 min ago'],
    [52 * 3_600_000, 'in 2 days 4 h'],
    [24 * 3_600_000, 'in 1 day'],
    [12.4 * 86_400_000, 'in 12 days']
  ])('%d ms away', (away, words) => expect(relative(now + away, now)).toBe(words));
  it('counts seconds where nothing longer has passed', () => expect(span(9000)).toBe('9 s'));
});
