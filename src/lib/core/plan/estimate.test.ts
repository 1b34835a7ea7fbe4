import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { habit } from './estimate';
import { forgotten } from './forgotten';

const works = fc.array(
  fc.record({
    course: fc.constantFrom('a', 'b'),
    said: fc.integer({ min: 0, max: 300 }),
    sat: fc.integer({ min: 0, max: 900 })
  }),
  { maxLength: 9 }
);

describe('how long work takes somebody, against what was said', () => {
  it('is a habit from three works on, never more than four times as long or short', () => {
    fc.assert(
      fc.property(works, (past) => {
        const factor = habit(past, 'a');
        const told = past.filter(({ said, sat }) => said > 0 && sat > 0);
        expect(factor === null).toBe(told.length < 3);
        if (factor !== null) expect(factor >= 0.25 && factor <= 4).toBe(true);
      })
    );
  });

  it('is the course’s own where there are enough of it, and does not turn on one evening', () => {
    const past = (course: string, ...ratios: number[]) =>
      ratios.map((ratio) => ({ course, said: 60, sat: 60 * ratio }));
    expect(habit([...past('a', 2, 2, 2), ...past('b', 1, 1, 1, 1)], 'a')).toBe(2);
    expect(habit([...past('a', 2, 2), ...past('b', 1, 1, 1)], 'a')).toBe(1);
    expect(habit(past('a', 1.5, 1.5, 40), 'a')).toBe(1.5);
    expect(habit(past('a', 9, 9, 9), 'a')).toBe(4);
  });
});

describe('what may have been forgotten', () => {
  const event = (title: string, from = 0) => ({ title, from, to: from + 1 });
  const none = (about: string[], title: string, entered = '') =>
    forgotten([event(title)] as never, about, entered, () => '1 March');

  it('looks like what the work collects, by half of the words that say something', () => {
    expect(none(['Crew hours'], 'Crew training').map(({ title }) => title)).toEqual(['Crew training']);
    expect(none(['Crew hours'], 'Hour of the crews')).toHaveLength(1);
    expect(none(['Crew hours'], 'Dentist appointment crew')).toEqual([]);
    expect(none(['Evidence of your service'], 'Evidence with your')).toEqual([]);
    expect(none(['Crew hours'], '…')).toEqual([]);
  });

  it('is not what stands in it with its day', () => {
    expect(none(['Crew hours'], 'Crew training', 'On 1 March: crew TRAINING, two hours')).toEqual([]);
    expect(none(['Crew hours'], 'Crew training', 'On 2 March: crew training')).toHaveLength(1);
  });
});
