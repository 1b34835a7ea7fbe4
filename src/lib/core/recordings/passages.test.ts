import fc from 'fast-check';
import { expect, it } from 'vitest';
import { allOf, secondsOf, takenAgain, within, type Passage } from './passages';
import { keptOf, lengthOf } from './stretches';

it('is all that was recorded, before anything is cut', () => {
  expect(secondsOf(allOf(2), [10, 4])).toBe(14);
  expect(within(allOf(2), [10, 4], [{ from: 0, to: 14 }])).toEqual([
    { part: 0, from: 0, to: 10 },
    { part: 1, from: 0, to: 4 }
  ]);
});

it('finds a stretch that lies in two of its files', () => {
  expect(within(allOf(2), [10, 4], [{ from: 8, to: 12 }])).toEqual([
    { part: 0, from: 8, to: 10 },
    { part: 1, from: 0, to: 2 }
  ]);
});

it('puts what was taken again where the old passage was, and keeps what was cut out before', () => {
  const kept = keptOf(10, [{ from: 0, to: 1 }]);
  expect(takenAgain(allOf(1), [10], kept, { from: 4, to: 6 }, 1)).toEqual([
    { part: 0, from: 1, to: 4 },
    { part: 1, from: 0, to: null },
    { part: 0, from: 6, to: 10 }
  ]);
});

it('takes again what was taken again', () => {
  const once = takenAgain(allOf(1), [10], keptOf(10, []), { from: 4, to: 6 }, 1);
  // 0 to 4, three seconds of the new file, 6 to 10: eleven in all.
  const twice = takenAgain(once, [10, 3], keptOf(11, []), { from: 3, to: 6 }, 2);
  expect(twice).toEqual([
    { part: 0, from: 0, to: 3 },
    { part: 2, from: 0, to: null },
    { part: 1, from: 2, to: 3 },
    { part: 0, from: 6, to: 10 }
  ]);
});

it('is as long as what is kept of it, whatever is cut and in whatever order it lies', () => {
  const lengths = [7, 3, 12];
  const passage = fc
    .record({
      part: fc.nat(2),
      from: fc.double({ min: 0, max: 3, noNaN: true }),
      more: fc.double({ min: 0, max: 9, noNaN: true })
    })
    .map(({ part, from, more }): Passage => ({ part, from, to: from + more }));
  const cut = fc.tuple(fc.double({ min: 0, max: 40, noNaN: true }), fc.double({ min: 0, max: 40, noNaN: true }));
  fc.assert(
    fc.property(fc.array(passage, { maxLength: 6 }), fc.array(cut, { maxLength: 4 }), (passages, cuts) => {
      const seconds = secondsOf(passages, lengths);
      const kept = keptOf(
        seconds,
        cuts.map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) }))
      );
      const left = within(passages, lengths, kept);
      expect(secondsOf(left, lengths)).toBeCloseTo(lengthOf(kept), 6);
      // What is kept of all of it is all of it.
      expect(secondsOf(within(left, lengths, [{ from: 0, to: Infinity }]), lengths)).toBeCloseTo(lengthOf(kept), 6);
    })
  );
});
