import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { calendarDaysBetween, dayOf, daysLater, startOfDay } from './days';

const ZONE = 'Atlantic/Faroe';
const iso = (moment: number) => new Date(moment).toISOString();

it('keeps the time of day across a change of clocks', () => {
  expect(iso(daysLater(Date.parse('2027-03-27T18:00:00Z'), 1, ZONE))).toBe('2027-03-28T17:00:00.000Z');
  expect(iso(daysLater(Date.parse('2026-10-24T17:00:00Z'), 1, ZONE))).toBe('2026-10-25T18:00:00.000Z');
});

it('counts midnights in the zone, not in UTC', () => {
  const evening = Date.parse('2026-07-01T22:30:00Z'); // 23:30 on the island
  expect(calendarDaysBetween(evening, evening + 3_600_000, ZONE)).toBe(1);
});

it('refuses zones that do not exist, and no time', () => {
  expect(() => startOfDay(0, 'Sea/Skerrow')).toThrow(RangeError);
  expect(() => startOfDay(NaN, ZONE)).toThrow(RangeError);
});

describe('held against the calendar of another make', () => {
  /** Zones of quarter hours, with changes at midnight, by half an hour, on the far side of the date line. */
  const zones = [
    'Atlantic/Faroe',
    'America/Toronto',
    'Asia/Beirut',
    'Africa/Cairo',
    'America/Santiago',
    'Australia/Lord_Howe'
  ].concat(['Asia/Kathmandu', 'Pacific/Chatham', 'Pacific/Apia', 'America/Sao_Paulo', 'Atlantic/Azores', 'UTC']);
  const moments = fc.integer({ min: Date.parse('2012-02-01'), max: Date.parse('2040-01-01') });

  it('says the same of every day', () => {
    fc.assert(
      fc.property(moments, fc.constantFrom(...zones), fc.integer({ min: -400, max: 400 }), (moment, zone, days) => {
        const zoned = Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone);
        expect(startOfDay(moment, zone)).toBe(zoned.startOfDay().epochMilliseconds);
        expect(daysLater(moment, days, zone)).toBe(zoned.add({ days }).epochMilliseconds);
        expect(dayOf(moment, zone)).toBe(zoned.toPlainDate().toString());
        const later = zoned.add({ days });
        expect(calendarDaysBetween(moment, later.epochMilliseconds, zone)).toBe(
          zoned.toPlainDate().until(later.toPlainDate(), { largestUnit: 'days' }).days
        );
      }),
      { numRuns: 3000 }
    );
  });

  it.each(zones)('and of each night on which clocks change: %s', (zone) => {
    let at = Temporal.Instant.fromEpochMilliseconds(Date.parse('2015-01-01')).toZonedDateTimeISO(zone);
    for (let i = 0; i < 24; i++) {
      const next = at.getTimeZoneTransition('next');
      if (!next || next.year > 2035) return;
      at = next;
      for (const minutes of [-1500, -1440, -61, -60, -30, -1, 0, 1, 30, 60, 1439, 1440]) {
        const near = next.add({ minutes });
        expect(startOfDay(near.epochMilliseconds, zone)).toBe(near.startOfDay().epochMilliseconds);
        for (const days of [-1, 0, 1])
          expect(daysLater(near.epochMilliseconds, days, zone)).toBe(near.add({ days }).epochMilliseconds);
      }
    }
  });
});
