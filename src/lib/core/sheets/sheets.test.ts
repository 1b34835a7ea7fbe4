import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addressOf, MOST_COLUMNS, MOST_ROWS, moved, placeAt } from './address';
import { evaluate, Trouble } from './evaluate';
import { cellsOf, fromCsv, toCsv, type Cell } from './sheet';
import { shownValue } from './shown';
import { sorted } from './sort';

const of = (cells: Record<string, string>, at = 'Z1') => evaluate(new Map(Object.entries(cells))).get(at);
const formula = (text: string, cells: Record<string, string> = {}) => {
  const value = of({ ...cells, Z1: `=${text}` });
  return value instanceof Trouble ? value.code : value;
};
const COUNTS = { A1: 'Zone', B1: 'Count', A2: 'upper', B2: '14', A3: 'middle', B3: '9', A4: 'lower', B4: '3,5' };

describe('a formula', () => {
  it('counts with the usual signs in their usual order', () => {
    expect(formula('1+2*3')).toBe(7);
    expect(formula('(1+2)*3')).toBe(9);
    expect(formula('-2^2')).toBe(-4);
    expect(formula('2^-1')).toBe(0.5);
    expect(formula('10-3-2')).toBe(5);
    expect(formula('50%*4')).toBe(2);
    expect(formula('"a"&1+1')).toBe('a2');
    expect(formula('2>=2')).toBe(true);
    expect(formula('"Rope"="rope"')).toBe(true);
  });

  it('reads cells and ranges, and calls the usual functions', () => {
    expect(formula('SUM(B2:B4)', COUNTS)).toBe(26.5);
    expect(formula('AVERAGE(B2:B4)', { ...COUNTS, B4: '4' })).toBe(9);
    expect(formula('IF(B2>10;"many";"few")', COUNTS)).toBe('many');
    expect(formula('COUNTIF(B2:B4,">5")', COUNTS)).toBe(2);
    expect(formula('VLOOKUP("middle",A2:B4,2,FALSE)', COUNTS)).toBe(9);
    expect(formula('ROUND(STDEV(B2:B4),2)', { ...COUNTS, B4: '4' })).toBe(5);
    expect(formula('UPPER(LEFT(A2,3))&LEN(A3)', COUNTS)).toBe('UPP6');
    expect(formula('IFERROR(1/0,"none")')).toBe('none');
    expect(formula('AND(TRUE,1>0,NOT(FALSE))')).toBe(true);
    expect(formula('MAX($B$2:B$4)', COUNTS)).toBe(14);
  });

  it('says what is wrong by the codes that are known', () => {
    expect(formula('1/0')).toBe('#DIV/0!');
    expect(formula('NOSUCH(1)')).toBe('#NAME?');
    expect(formula('1+')).toBe('#NAME?');
    expect(formula('A1+1', { A1: 'rope' })).toBe('#VALUE!');
    expect(formula('A1', { A1: '=B1', B1: '=A1' })).toBe('#CYCLE!');
    expect(formula('constructor(1)')).toBe('#NAME?');
    expect(formula('__proto__')).toBe('#NAME?');
  });

  it('comes to an end, whatever is written', () => {
    const endless: Record<string, string> = {};
    for (let row = 1; row <= 400; row++) endless[`A${row}`] = `=SUM(B1:AZ1000)+A${row + 1}`;
    for (let row = 1; row <= MOST_ROWS; row++) endless[`B${row}`] = '1';
    expect(of(endless, 'A1')).toBeInstanceOf(Trouble);
    const chain = Object.fromEntries(Array.from({ length: 1000 }, (_, i) => [`A${i + 1}`, `=A${i + 2}+1`]));
    expect(evaluate(new Map(Object.entries(chain))).size).toBe(1000);
    const text = Object.fromEntries(
      Array.from({ length: 60 }, (_, i) => [`A${i + 1}`, i === 0 ? 'rope' : `=A${i}&A${i}`])
    );
    expect([...evaluate(new Map(Object.entries(text))).values()].every((one) => String(one).length <= 5000)).toBe(true);
    expect(formula('('.repeat(500))).toBe('#NAME?');
    fc.assert(fc.property(fc.string({ maxLength: 40 }), (some) => void formula(some, COUNTS)));
  });

  it('moves with its cell, but for what is fixed', () => {
    expect(moved('=A1+$A1+A$1+$A$1', { row: 2, column: 1 })).toBe('=B3+$A3+B$1+$A$1');
    expect(moved('=SUM(A1:B2)&"A1"', { row: 1, column: 0 })).toBe('=SUM(A2:B3)&"A1"');
    expect(moved('=A1', { row: -1, column: 0 })).toBe('=#REF!');
    expect(moved('A1', { row: 1, column: 0 })).toBe('A1');
  });
});

describe('a sheet', () => {
  it('names every cell once', () => {
    const place = fc.record({ row: fc.nat(MOST_ROWS - 1), column: fc.nat(MOST_COLUMNS - 1) });
    fc.assert(fc.property(place, (one) => void expect(placeAt(addressOf(one))).toEqual(one)));
    expect(placeAt('A0')).toBeNull();
    expect(placeAt('ZZ1')).toBeNull();
  });

  it('is CSV and read again the same, whatever stands in it', () => {
    const cell = fc.string({ maxLength: 12 }).map((text) => text.replace(/[\r\n]/g, ' '));
    fc.assert(
      fc.property(fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 5 }), (rows) => {
        expect(fromCsv(toCsv(rows))).toEqual(rows);
        expect(toCsv(rows)).not.toMatch(/^:::/m);
      })
    );
  });

  it('is sorted by a column, with its formulas and its heads where they belong', () => {
    const cells = new Map(
      [
        ...cellsOf([
          ['Zone', 'n', 'twice'],
          ['b', '2', '=B2*2'],
          ['a', '10', '=B3*2'],
          ['', '', '']
        ])
      ].map(([at, raw]): [string, Cell] => [at, { raw, form: 'plain' }])
    );
    const up = sorted(cells, { column: 0, down: false, headed: true });
    expect(up.get('A2')?.raw).toBe('a');
    expect(up.get('C2')?.raw).toBe('=B2*2');
    expect(up.get('A1')?.raw).toBe('Zone');
    expect(sorted(cells, { column: 1, down: true, headed: true }).get('B2')?.raw).toBe('10');
  });

  it('shows numbers as they are meant', () => {
    expect(shownValue(0.1 + 0.2, 'plain')).toBe('0.3');
    expect(shownValue(1234.5, 'thousands')).toBe('1,234.5');
    expect(shownValue(0.125, 'percent')).toBe('12.5 %');
    expect(shownValue(2, 'two')).toBe('2.00');
  });
});
