import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DAY } from './moment';
import { offsetsAround, tellOffsets } from './offsets';
import { absolute, calendarDay, completeMoment, dayAndTime, dayName, toTheSecond } from './words';

const zones = fc.constantFrom(
  ...['Atlantic/Faroe', 'America/Toronto', 'Africa/Cairo', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Pacific/Chatham'],
  ...['Pacific/Apia', 'America/Sao_Paulo', 'UTC']
);
const moments = fc.integer({ min: Date.parse('2012-02-01'), max: Date.parse('2040-01-01') });
const CLOCK = { hour: '2-digit', minute: '2-digit', second: '2-digit', hourCycle: 'h23' } as const;
const platform = (zone: string, how: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat('en-GB', { ...how, timeZone: zone });

describe('moments in words, held against the formatter of the platform', () => {
  it('says the same day and the same time', () => {
    fc.assert(
      fc.property(moments, zones, (moment, zone) => {
        const day = platform(zone, { weekday: 'short', day: 'numeric', month: 'short' })
          .format(moment)
          .replace(',', '');
        const seconds = platform(zone, CLOCK).format(moment);
        const time = seconds.slice(0, 5);
        expect(dayAndTime(moment, zone)).toBe(`${day}, ${time}`);
        expect(absolute(moment, zone, moment + 400 * DAY)).toMatch(/ \d{4}, \d\d:\d\d$/);
        expect(toTheSecond(moment, zone)).toBe(seconds);
        expect(completeMoment(moment, zone)).toContain(
          ` ${platform(zone, { year: 'numeric' }).format(moment)}, ${time}`
        );
        expect(dayName(moment, zone)).toBe(
          platform(zone, { weekday: 'long', day: 'numeric', month: 'long' }).format(moment)
        );
      }),
      { numRuns: 1000 }
    );
  });

  it('says a day of the calendar as it stands', () => {
    expect(calendarDay('2027-03-10')).toBe('10 March');
  });
});

it('says the same by the clocks that somebody tells of', () => {
  const now = Date.parse('2027-03-10T15:20:00Z');
  fc.assert(
    fc.property(fc.integer({ min: now - 360 * DAY, max: now + 360 * DAY }), zones, (moment, zone) => {
      const told = offsetsAround(now, zone);
      tellOffsets(told);
      expect(told.changes.length).toBeLessThan(8);
      expect(toTheSecond(moment, zone)).toBe(platform(zone, CLOCK).format(moment));
    }),
    { numRuns: 500 }
  );
});
