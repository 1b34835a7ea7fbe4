import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Decimal } from '../decimal';
import { exactly, rounded, Rounding, roundingWords } from './rounding';

const STEPS = [0.01, 0.1, 0.25, 0.5, 1] as const;
const HOWS = ['half-up', 'half-even', 'down', 'up'] as const;
const roundings = fc.record({ step: fc.constantFrom(...STEPS), how: fc.constantFrom(...HOWS) });
const figures = fc.integer({ min: -200_000, max: 200_000 }).map((n) => new Decimal(n).div(1000));
const figure = (text: string | number) => new Decimal(text);

describe('a figure that is rounded', () => {
  it('stands on a step, no further from what it was than half of one, or than one where it goes one way', () => {
    fc.assert(
      fc.property(figures, roundings, (given, rounding) => {
        const result = rounded(given, rounding);
        expect(result.mod(rounding.step).isZero()).toBe(true);
        const away = result.minus(given);
        if (rounding.how === 'down') expect(away.lte(0) && away.gt(-rounding.step)).toBe(true);
        else if (rounding.how === 'up') expect(away.gte(0) && away.lt(rounding.step)).toBe(true);
        else expect(away.abs().times(2).lte(rounding.step)).toBe(true);
      })
    );
  });

  it('stays where it is when it is rounded again, and never overtakes a better one', () => {
    fc.assert(
      fc.property(figures, figures, roundings, (one, other, rounding) => {
        const result = rounded(one, rounding);
        expect(rounded(result, rounding).eq(result)).toBe(true);
        if (one.lte(other)) expect(result.lte(rounded(other, rounding))).toBe(true);
      })
    );
  });

  it('goes at a half where its school lets it go', () => {
    const at = (text: string, how: (typeof HOWS)[number], step: (typeof STEPS)[number] = 1) =>
      rounded(figure(text), { step, how }).toString();
    expect(HOWS.map((how) => at('2.5', how))).toEqual(['3', '2', '2', '3']);
    expect(HOWS.map((how) => at('3.5', how))).toEqual(['4', '4', '3', '4']);
    expect([at('1.125', 'half-up', 0.25), at('1.005', 'half-up', 0.01), at('0.25', 'half-even', 0.5)]).toEqual([
      '1.25',
      '1.01',
      '0'
    ]);
  });

  it('is not taken further by the trace of its reckoning', () => {
    const thirds = figure(1).div(3).times(3);
    expect(exactly(thirds).toString()).toBe('1');
    expect(rounded(thirds.times(2), { step: 1, how: 'down' }).toString()).toBe('2');
    expect(rounded(figure(1).div(3).times(7.5), { step: 1, how: 'half-up' }).toString()).toBe('3');
  });
});

it('reads as words, each of its own', () => {
  const words = STEPS.flatMap((step) => HOWS.map((how) => roundingWords({ step, how })));
  expect(new Set(words).size).toBe(STEPS.length * HOWS.length);
  expect(roundingWords({ step: 0.1, how: 'half-up' })).toBe('to one decimal, halves up');
  expect(Rounding.safeParse({ step: 0.3, how: 'up' }).success).toBe(false);
});
