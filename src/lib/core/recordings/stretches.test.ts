import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { keptOf, lengthOf, merged, nextKept } from './stretches';

const LONG = 100;
const cuts = fc
  .array(fc.tuple(fc.double({ min: 0, max: LONG, noNaN: true }), fc.double({ min: 0, max: LONG, noNaN: true })), {
    maxLength: 6
  })
  .map((all) => all.map(([a, b]) => ({ from: Math.min(a, b), to: Math.max(a, b) })));

describe('what is left of a recording', () => {
  it('and what is cut are together all of it, but for what nobody hears', () => {
    fc.assert(
      fc.property(cuts, (some) => {
        const [left, gone] = [lengthOf(keptOf(LONG, some)), lengthOf(merged(some))];
        expect(Math.abs(left + gone - LONG)).toBeLessThan(0.05 * (some.length + 2) * 2);
      })
    );
  });

  it('stands in order, nothing twice, and nothing of it was cut', () => {
    fc.assert(
      fc.property(cuts, (some) => {
        const kept = keptOf(LONG, some);
        kept.forEach(({ from, to }, i) => {
          expect(from).toBeLessThan(to);
          expect(from).toBeGreaterThanOrEqual(kept[i - 1]?.to ?? 0);
          for (const cut of some)
            if (cut.to - cut.from > 0.2) expect(Math.min(to, cut.to) - Math.max(from, cut.from)).toBeLessThan(0.06);
        });
      })
    );
  });

  it('does not depend on the order in which it was cut', () => {
    fc.assert(
      fc.property(cuts, (some) => {
        expect(keptOf(LONG, [...some].reverse())).toEqual(keptOf(LONG, some));
      })
    );
  });

  it('is played without what is cut, to its end', () => {
    const kept = keptOf(10, [
      { from: 0, to: 2 },
      { from: 5, to: 6 },
      { from: 9, to: 10 }
    ]);
    expect(nextKept(kept, 0)).toBe(2);
    expect(nextKept(kept, 3)).toBe(3);
    expect(nextKept(kept, 5.5)).toBe(6);
    expect(nextKept(kept, 9.5)).toBeNull();
  });
});
