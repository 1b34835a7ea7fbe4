import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { differences } from './differences';
import { pairPieces, pairWords, type ComparedPiece } from './pairs';
import { tableChanges, tableWords } from './table-changes';
import { changedWords, folded, wordChanges } from './word-changes';

const piece = (name: string, content: string, deliverableId: string | null = 'report'): ComparedPiece => ({
  id: `${name} ${content}`,
  deliverableId,
  name,
  kind: 'file',
  content
});

describe('pairs', () => {
  it('tells what stayed, was renamed, changed, came and went', () => {
    const before = [
      piece('a.docx', '1'),
      piece('b.csv', '2', 'data'),
      piece('old.jpg', '3', null),
      piece('c.txt', '4', 'log')
    ];
    const after = [
      piece('a.docx', '9'),
      piece('counts.csv', '2', 'data'),
      piece('new.png', '5', 'sketch'),
      piece('c.txt', '4', 'log')
    ];
    expect(
      pairPieces(before, after).map(({ state, before: old, after: now }) => [state, old?.name, now?.name])
    ).toEqual([
      ['changed', 'a.docx', 'a.docx'],
      ['renamed', 'b.csv', 'counts.csv'],
      ['added', undefined, 'new.png'],
      ['same', 'c.txt', 'c.txt'],
      ['removed', 'old.jpg', undefined]
    ]);
  });

  it('takes the only piece of a place for the successor of the only one before, whatever it is called', () => {
    const [pair] = pairPieces([piece('draft.docx', '1')], [piece('final.docx', '2')]);
    expect(pair).toMatchObject({ state: 'changed', before: { name: 'draft.docx' } });
    expect(pair && pairWords(pair)).toContain('draft.docx');
  });

  it('loses no piece and invents none', () => {
    const anyPiece = fc.record({
      id: fc.uuid(),
      deliverableId: fc.constantFrom('a', 'b', null),
      name: fc.constantFrom('x', 'y', 'z'),
      kind: fc.constantFrom('file' as const, 'link' as const),
      content: fc.constantFrom('1', '2', '3')
    });
    const round = fc.uniqueArray(anyPiece, { maxLength: 8, selector: ({ id }) => id });
    fc.assert(
      fc.property(round, round, (before, after) => {
        const pairs = pairPieces(before, after);
        const ids = (pieces: Array<ComparedPiece | null>) => pieces.flatMap((one) => (one ? [one.id] : [])).sort();
        expect(ids(pairs.map((pair) => pair.before))).toEqual(ids([...before]));
        expect(ids(pairs.map((pair) => pair.after))).toEqual(ids([...after]));
      })
    );
  });
});

describe('words', () => {
  it('names what is new and what is gone', () => {
    const changes = wordChanges('The ledge is bare in March.', 'The north ledge is bare in April.');
    expect(changedWords(changes)).toBe('2 words new, 1 word gone');
    expect(changedWords(wordChanges('Same words', 'Same words'))).toBe('No word differs');
    expect(changedWords(wordChanges('Same words', 'Same  words'))).toBe('Only spaces differ');
  });

  it('gives both texts back', () => {
    const text = fc.array(fc.constantFrom('tide', 'rock', 'weed', '\n', ' ', '. ')).map((parts) => parts.join(''));
    fc.assert(
      fc.property(text, text, (before, after) => {
        const changes = wordChanges(before, after);
        const without = (kind: string) =>
          changes
            .filter((one) => one.kind !== kind)
            .map((one) => one.text)
            .join('');
        expect(without('added')).toBe(before);
        expect(without('removed')).toBe(after);
      })
    );
  });

  it('folds away what stays, and says how much of it', () => {
    const long = 'word '.repeat(400);
    const parts = folded(wordChanges(`${long}one`, `${long}two`));
    const shown = parts
      .filter(({ kind }) => kind === 'same')
      .reduce((n, { text, cut = 0 }) => n + text.length + cut, 0);
    expect(shown).toBe(long.length);
    expect(parts.some(({ cut }) => (cut ?? 0) > 1000)).toBe(true);
  });
});

describe('tables', () => {
  it('compares cell by cell, with rows that came and went', () => {
    const before = [
      ['station', 'count'],
      ['1', '12'],
      ['2', '7'],
      ['3', '9']
    ];
    const after = [
      ['station', 'count'],
      ['1', '12'],
      ['2', '8'],
      ['3', '9'],
      ['4', '0']
    ];
    const rows = tableChanges(before, after);
    expect(rows.map(({ kind }) => kind)).toEqual(['same', 'same', 'changed', 'same', 'added']);
    expect(rows[2]?.cells[1]).toEqual({ text: '8', before: '7' });
    expect(tableWords(rows)).toBe('1 cell differs, 1 row is new');
    expect(tableWords(tableChanges(after, before))).toBe('1 cell differs, 1 row is gone');
  });

  it('gives both tables back', () => {
    const table = fc.array(fc.array(fc.constantFrom('a', 'b', ''), { minLength: 2, maxLength: 2 }), { maxLength: 6 });
    fc.assert(
      fc.property(table, table, (before, after) => {
        const rows = tableChanges(before, after);
        expect(rows.filter(({ kind }) => kind !== 'removed').map(({ cells }) => cells.map(({ text }) => text))).toEqual(
          after
        );
        const old = rows
          .filter(({ kind }) => kind !== 'added')
          .map(({ cells }) => cells.map((cell) => cell.before ?? cell.text));
        expect(old).toEqual(before);
      })
    );
  });
});

it('compares only what is of one sort', () => {
  expect(differences({ kind: 'text', text: 'a' }, { kind: 'table', rows: [] })).toEqual({ kind: 'none' });
  expect(differences({ kind: 'picture' }, { kind: 'picture' })).toEqual({ kind: 'pictures' });
});
