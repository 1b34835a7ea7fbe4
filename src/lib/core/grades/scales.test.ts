import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Decimal } from '../decimal';
import { zeroFrom } from './absent';
import { atLeast, inScale, Scale, SCALES, wished } from './scales';

const percents = fc.integer({ min: 0, max: 12_000 }).map((n) => new Decimal(n).div(100));
const scales = fc.constantFrom(...SCALES);

describe('a result in its scale', () => {
  it('is never worse for more percent, whichever way the scale leads', () => {
    fc.assert(
      fc.property(percents, percents, scales, (one, other, { scale, rounding }) => {
        const [less, more] = one.lte(other) ? [one, other] : [other, one];
        expect(atLeast(inScale(more, scale, rounding).figure, inScale(less, scale, rounding).figure, scale)).toBe(true);
      })
    );
  });

  it('is reached by wishing for it', () => {
    fc.assert(
      fc.property(
        percents.filter((percent) => percent.lte(100)),
        scales,
        (percent, { scale, rounding }) => {
          const { text, figure } = inScale(percent, scale, rounding);
          const wish = wished(text, scale);
          expect(wish).not.toBeNull();
          if (wish) expect(atLeast(figure, wish, scale)).toBe(true);
        }
      )
    );
  });

  it('is said in percent, on a line, or by the name of its band', () => {
    const said = (title: string, percent: number | string) => {
      const named = SCALES.find((each) => each.title === title);
      return named && inScale(new Decimal(percent), named.scale, named.rounding).text;
    };
    expect([said('Percent', '66.65'), said('Percent', 101)]).toEqual(['66.7 %', '101 %']);
    expect([said('0 to 20', 72), said('1 to 6, six is best', 0), said('6 to 1, one is best', 100)]).toEqual([
      '14.5',
      '1',
      '1'
    ]);
    expect([said('Letters', '89.5'), said('Letters', '89.4'), said('Letters', 0), said('Letters', 104)]).toEqual([
      'A',
      'B',
      'F',
      'A'
    ]);
  });

  it('is no wish where the scale does not know it', () => {
    const line = SCALES[2]?.scale as Scale;
    expect(['7', '0.5', 'good', '', '-1', '1e1', '6,5'].map((text) => wished(text, line))).toEqual(Array(7).fill(null));
    expect(wished(' 5,5 ', line)?.toNumber()).toBe(5.5);
    expect(wished('b', SCALES[4]?.scale as Scale)?.toNumber()).toBe(80);
  });
});

it('a scale that leads nowhere, or whose bands lie across each other, is none', () => {
  const bands = (...froms: number[]) => ({ kind: 'bands', bands: froms.map((from) => ({ name: `${from}`, from })) });
  const fits = (scale: unknown) => Scale.safeParse(scale).success;
  expect([fits(bands(50, 0)), fits(bands(50, 50, 0)), fits(bands(0, 50)), fits(bands(50, 10)), fits(bands(0))]).toEqual(
    [true, false, false, false, false]
  );
  expect(fits({ kind: 'line', from: 3, to: 3 })).toBe(false);
});

describe('when work that is not there begins to count as nothing', () => {
  const due = Date.parse('2027-03-26T18:00:00Z');
  it('is never, some days after it was due by the clock, or a day’s midnight, but not before it is due', () => {
    const from = (absent: Parameters<typeof zeroFrom>[0], when: number | null = due) => {
      const moment = zeroFrom(absent, when, 'Atlantic/Faroe');
      return moment === null ? null : new Date(moment).toISOString();
    };
    expect([from({ kind: 'never' }), from({ kind: 'after-due', days: 3 }, null)]).toEqual([null, null]);
    // The clocks go forward on the 28th.
    expect(from({ kind: 'after-due', days: 3 })).toBe('2027-03-29T17:00:00.000Z');
    expect(from({ kind: 'after-due', days: 0 })).toBe('2027-03-26T18:00:00.000Z');
    expect(from({ kind: 'from', day: '2027-06-01' })).toBe('2027-05-31T23:00:00.000Z');
    expect(from({ kind: 'from', day: '2027-01-01' })).toBe('2027-03-26T18:00:00.000Z');
  });
});
