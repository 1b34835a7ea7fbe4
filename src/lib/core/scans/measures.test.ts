import { describe, expect, it } from 'vitest';
import { sheetFinding, sheetTroubles, type SheetMeasures } from './measures';

const GOOD: SheetMeasures = {
  light: 0.85,
  sharp: 0.4,
  ink: 0.05,
  touching: 0,
  uprightness: 0.8,
  print: Array.from({ length: 432 }, (_, i) => (i * 37) % 256)
};
const troublesOf = (measures: Partial<SheetMeasures>) => sheetTroubles([{ ...GOOD, ...measures }])[0];

describe('what is wrong with a sheet', () => {
  it('is nothing where it is good, or where nobody can tell which way it stands', () => {
    expect(troublesOf({})).toEqual([]);
    expect(troublesOf({ uprightness: null })).toEqual([]);
  });
  it.each([
    ['cut-off', { touching: 1 }],
    ['dark', { light: 0.2 }],
    ['blurred', { sharp: 0.1 }],
    ['empty', { ink: 0, sharp: 0.1 }],
    ['upside-down', { uprightness: -0.8 }]
  ] as const)('is said alone: %s', (trouble, measures) => {
    expect(troublesOf(measures)).toEqual([trouble]);
  });
  it('is that it was there before, said of the later one', () => {
    const again = { ...GOOD, print: GOOD.print.map((cell) => Math.max(0, cell - 5)) };
    const other = { ...GOOD, print: GOOD.print.map((_, i) => (i * 91) % 256) };
    expect(sheetTroubles([GOOD, other, again])).toEqual([[], [], ['same']]);
  });
  it('names the sheets where there are several', () => {
    expect(sheetFinding('dark', [2, 5])).toBe('sheet 2, 5 is too dark to be read well.');
    expect(sheetFinding('dark', [])).toBe('it is too dark to be read well.');
  });
});
