import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { freeTime, joined, minutesOf, without, type Stretch, type WorkingHours } from './free-time';

const at = (text: string) => Date.parse(text);
const hours = (from: string, to: string): WorkingHours => ({
  week: Array.from({ length: 7 }, () => [{ from, to }]),
  exceptions: {}
});

describe('time that is free', () => {
  it('follows the clocks of the zone on the night that they change', () => {
    const between = { from: at('2027-03-27T12:00:00Z'), to: at('2027-03-29T12:00:00Z') };
    const free = freeTime(hours('00:30', '03:00'), [], between, 'Atlantic/Faroe');
    // On the 28th the clocks go from one to two: an hour and a half is left of two and a half.
    expect(free.map((one) => [new Date(one.from).toISOString(), minutesOf(one)])).toEqual([
      ['2027-03-28T00:30:00.000Z', 90],
      ['2027-03-28T23:30:00.000Z', 150]
    ]);
  });

  it('is otherwise on days that are said to be, and without what takes one elsewhere', () => {
    const own = {
      ...hours('16:00', '19:00'),
      exceptions: { '2027-03-11': [], '2027-03-12': [{ from: '10:00', to: '12:00' }] }
    };
    const between = { from: at('2027-03-10T17:00:00Z'), to: at('2027-03-13T00:00:00Z') };
    const busy = [{ from: at('2027-03-10T18:00:00Z'), to: at('2027-03-10T18:30:00Z') }];
    expect(freeTime(own, busy, between, 'UTC').map(minutesOf)).toEqual([60, 30, 120]);
  });

  it('takes 24:00 for the end of the day', () => {
    const between = { from: at('2027-03-10T00:00:00Z'), to: at('2027-03-11T23:00:00Z') };
    expect(freeTime(hours('22:00', '24:00'), [], between, 'UTC').map(minutesOf)).toEqual([120, 60]);
  });

  it('never overlaps what is taken, and loses nothing beside it', () => {
    const stretch = fc
      .tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 1, max: 90 }))
      .map(([from, length]): Stretch => ({ from, to: from + length }));
    fc.assert(
      fc.property(fc.array(stretch), fc.array(stretch), (open, taken) => {
        const [whole, out] = [joined(open), joined(taken)];
        const left = without(whole, out);
        const within = (minute: number, list: Stretch[]) => list.some(({ from, to }) => from <= minute && minute < to);
        for (let minute = 0; minute < 600; minute += 7)
          expect(within(minute, left)).toBe(within(minute, whole) && !within(minute, out));
      })
    );
  });
});
