import fc from 'fast-check';
import { Temporal } from 'temporal-polyfill';
import { describe, expect, it } from 'vitest';
import { isOn, monthOf, movedBy, sessionsOf, shareOfDay, weekOf, type Session } from './view';

/** Zones whose clocks change, change by half an hour, skip their midnight, and never change. */
const ZONES = ['Atlantic/Faroe', 'Australia/Lord_Howe', 'America/Asuncion', 'Asia/Kathmandu', 'UTC'];
const zones = fc.constantFrom(...ZONES);
const moments = fc.integer({ min: Date.parse('2015-01-01'), max: Date.parse('2038-01-01') });
const on = (moment: number, zone: string) => Temporal.Instant.fromEpochMilliseconds(moment).toZonedDateTimeISO(zone);

describe('a week', () => {
  it('has seven days from a Monday on, the moment in one of them, whatever the clocks do', () => {
    fc.assert(
      fc.property(moments, zones, (at, zone) => {
        const week = weekOf(at, zone);
        expect(week.map((day) => on(day, zone).dayOfWeek)).toEqual([1, 2, 3, 4, 5, 6, 7, 1]);
        expect(week.slice(0, 7).filter((day) => isOn(at, day, zone))).toHaveLength(1);
        expect([...week].sort((a, b) => a - b)).toEqual(week);
      })
    );
  });

  it('puts each moment at its share of its day, also of a day that is shorter or longer', () => {
    fc.assert(
      fc.property(moments, zones, (at, zone) => {
        const day = weekOf(at, zone).find((each) => isOn(at, each, zone)) ?? 0;
        expect(shareOfDay(at, day, zone)).toBeGreaterThanOrEqual(0);
        expect(shareOfDay(at, day, zone)).toBeLessThan(1);
      })
    );
    const short = Date.parse('2027-03-28T00:00:00Z');
    expect(shareOfDay(Date.parse('2027-03-28T11:30:00Z'), short, 'Atlantic/Faroe')).toBe(0.5);
  });
});

describe('a month', () => {
  it('is shown in whole weeks, with all of its days and no week without one', () => {
    fc.assert(
      fc.property(moments, zones, (at, zone) => {
        const days = monthOf(at, zone);
        const { year, month, daysInMonth } = on(at, zone);
        const within = days.slice(0, -1).filter((day) => on(day, zone).month === month && on(day, zone).year === year);
        expect(within).toHaveLength(daysInMonth);
        expect((days.length - 1) % 7).toBe(0);
        expect(days.length - 1 - daysInMonth).toBeLessThan(14);
        expect(on(days[0] ?? 0, zone).dayOfWeek).toBe(1);
      })
    );
  });
});

describe('a session', () => {
  const session = (over: Partial<Session>): Session => ({
    key: 'a 1',
    id: null,
    taskId: 'a',
    no: 1,
    title: 'Field report',
    course: 'Tidal Ecology',
    emblem: 'shell',
    from: 0,
    to: 3_600_000,
    state: 'placed',
    late: false,
    why: '',
    ...over
  });

  it('stays at its time on the clock when it goes to another day, and as long as it was', () => {
    const from = Date.parse('2027-03-27T16:00:00Z');
    const later = movedBy(session({ from, to: from + 45 * 60_000 }), 1, 0, 'Atlantic/Faroe');
    // The clocks went forward that night.
    expect(new Date(later.from).toISOString()).toBe('2027-03-28T15:00:00.000Z');
    expect(later.to - later.from).toBe(45 * 60_000);
    const back = movedBy(session({ from, to: from + 1 }), -1, 15, 'Atlantic/Faroe');
    expect(new Date(back.from).toISOString()).toBe('2027-03-26T16:15:00.000Z');
  });

  it('comes in the order of its moment, with its work’s name, late where it is pinned after that was due', () => {
    const due = 5_000_000;
    const line = { assignmentId: 'a', title: 'Field report', due, course: { title: 'Tidal Ecology', emblem: 'shell' } };
    const kept = (id: string, taskId: string, state: 'pinned' | 'held' | 'running', from: number) => ({
      ...{ id, taskId, no: 1, state, from, to: from + 1_000_000 }
    });
    const inputs = {
      lines: [line],
      kept: [kept('2', 'a', 'pinned', 4_500_000), kept('1', 'gone', 'held', 0), kept('3', 'a', 'held', 4_600_000)],
      zone: 'UTC',
      now: 0
    } as unknown as Parameters<typeof sessionsOf>[0];
    const plan = { sittings: [] } as unknown as Parameters<typeof sessionsOf>[1];
    expect(sessionsOf(inputs, plan).map(({ id, title, late, why }) => [id, title, late, why])).toEqual([
      ['1', 'Work that is settled', false, 'You sat at it'],
      ['2', 'Field report', true, 'You put it there'],
      ['3', 'Field report', false, 'You sat at it']
    ]);
  });
});
