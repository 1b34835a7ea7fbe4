import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addressOf, columnName, moved, MOST_COLUMNS, MOST_ROWS, placeAt } from './address';
import { parseFormula, Unreadable, type Expression } from './parse';

/** An expression with all of its brackets. */
function whole(given: Expression): string {
  switch (given.is) {
    case 'value':
      return JSON.stringify(given.value);
    case 'cell':
      return addressOf(given.at);
    case 'range':
      return `${addressOf(given.from)}:${addressOf(given.to)}`;
    case 'call':
      return `${given.name}(${given.given.map(whole).join(',')})`;
    case 'one':
      return given.sign === '%' ? `(${whole(given.of)}%)` : `(-${whole(given.of)})`;
    case 'both':
      return `(${whole(given.left)}${given.sign}${whole(given.right)})`;
  }
}
const read = (text: string) => whole(parseFormula(text));

describe('a formula', () => {
  it('binds as everybody expects: powers, signs, products, sums, texts, comparisons', () => {
    expect(read('1+2*3')).toBe('(1+(2*3))');
    expect(read('10-4-3')).toBe('((10-4)-3)');
    expect(read('-2^2')).toBe('(-(2^2))');
    expect(read('2*-3')).toBe('(2*(-3))');
    expect(read('50%*4')).toBe('((50%)*4)');
    expect(read('1+1&"a"="2a"')).toBe('(((1+1)&"a")="2a")');
    expect(read('(1+2)*3<>9')).toBe('(((1+2)*3)<>9)');
  });

  it('names cells, ranges from any corner, and what is called with commas or semicolons', () => {
    expect(read(' sum( b3:A1 ; $C$2 , 1.5e2 ) ')).toBe('SUM(A1:B3,C2,150)');
    expect(read('IF(TRUE,"say ""so""",PI())')).toBe('IF(true,"say \\"so\\"",PI())');
  });

  it('that cannot be read says so, and never hangs', () => {
    for (const text of [
      '',
      '1+',
      '(1',
      '1)',
      'A1:',
      'A1:2',
      'SUM(',
      'SUM(1',
      'hello',
      '"open',
      '1 2',
      'A9999',
      'ZZ1',
      '#',
      '='
    ])
      expect(() => parseFormula(text), text).toThrow(Unreadable);
    for (const deep of ['('.repeat(5000), '-'.repeat(5000), 'SUM('.repeat(5000), '1^'.repeat(5000)])
      expect(() => parseFormula(deep)).toThrow(Unreadable);
  });

  it('is read or refused, whatever was typed', () => {
    const signs = fc.constantFrom(
      'A1',
      '$B$2',
      '1',
      '.5',
      '"x"',
      '+',
      '-',
      '*',
      '^',
      '%',
      '(',
      ')',
      ',',
      ':',
      'SUM(',
      '<=',
      ' '
    );
    fc.assert(
      fc.property(fc.array(signs, { maxLength: 14 }), (typed) => {
        try {
          const once = read(typed.join(''));
          expect(read(once)).toBe(once);
        } catch (error) {
          expect(error).toBeInstanceOf(Unreadable);
        }
      }),
      { numRuns: 2000 }
    );
  });
});

describe('an address', () => {
  const place = fc.record({
    row: fc.integer({ min: 0, max: MOST_ROWS - 1 }),
    column: fc.integer({ min: 0, max: MOST_COLUMNS - 1 })
  });

  it('is read as it is written, in small letters and fixed too', () => {
    fc.assert(
      fc.property(place, (at) => {
        const written = addressOf(at);
        expect([written, written.toLowerCase(), `$${columnName(at.column)}$${at.row + 1}`].map(placeAt)).toEqual([
          at,
          at,
          at
        ]);
      })
    );
    expect(['A0', 'BA1', 'A1001', 'A', '1', 'AAA1', ''].map(placeAt)).toEqual(Array(7).fill(null));
  });

  it('moves with its formula there and back, but for what would leave the sheet', () => {
    fc.assert(
      fc.property(place, place, (at, to) => {
        const by = { row: to.row - at.row, column: to.column - at.column };
        const formula = `=${addressOf(at)}*2&"${addressOf(at)}"`;
        expect(moved(formula, by)).toBe(`=${addressOf(to)}*2&"${addressOf(at)}"`);
        expect(moved(moved(formula, by), { row: -by.row, column: -by.column })).toBe(formula);
      })
    );
    expect(moved('=A1+B$2+$C3', { row: -1, column: 1 })).toBe('=#REF!+C$2+$C2');
    expect(moved('A1', { row: 1, column: 1 })).toBe('A1');
  });
});
