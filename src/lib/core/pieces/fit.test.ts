import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fitProblem, type Candidate } from './fit';
import { shapesFor } from './page-shapes';
import { PIECE_REFUSALS, keptWords, pieceRefusalWords } from './refusals';

const LARGEST = 1000;
const file = (name: string, size = 10, mediaType?: string): Candidate => ({ kind: 'file', name, size, mediaType });
const written = (kind: 'page' | 'portfolio' | 'post'): Candidate => ({ kind, name: 'a.md', size: 10 });

describe('whether a piece fits its place', () => {
  it.each([
    [file('a.pdf'), {}, 0, null],
    [file('a.pdf', 0), {}, 0, 'empty-file'],
    [file('a.pdf', 1001), {}, 0, 'too-large'],
    [file('a.pdf', 600), { bytes: 500 }, 0, 'too-large'],
    [file('a.txt'), { types: ['pdf'] }, 0, 'wrong-type'],
    [file('a.pdf', 10, 'text/plain'), { types: ['pdf'] }, 0, 'not-what-it-says'],
    [file('a.pdf', 10, 'text/plain'), {}, 0, null],
    [file('a.pdf', 10, 'application/x-msdownload'), {}, 0, 'program-in-disguise'],
    [file('a.pdf'), { howMany: { to: 2 } }, 1, null],
    [file('a.pdf'), { howMany: { to: 2 } }, 2, 'place-full'],
    [file('a.pdf'), { kinds: ['link'] }, 0, 'no-files-here'],
    [file('a.webm'), { kinds: ['recording'] }, 0, null],
    [{ kind: 'link' }, { kinds: ['file'] }, 0, 'no-links-here'],
    [{ kind: 'link' }, { kinds: ['link', 'file'], types: ['pdf'] }, 0, null],
    [written('page'), { types: ['pdf'] }, 0, null],
    [written('page'), { types: ['docx'] }, 0, 'wrong-type'],
    [written('page'), { types: ['jpg', 'png'] }, 0, null],
    [written('portfolio'), { types: ['jpg', 'png'] }, 0, 'wrong-type'],
    [written('post'), { types: ['html', 'csv'] }, 0, null],
    [written('post'), { types: ['csv'] }, 0, 'wrong-type']
  ] as const)('%j into %j with %i there: %s', (piece, wants, already, expected) =>
    expect(fitProblem(piece, wants as never, already, LARGEST)).toBe(expected)
  );

  it('never takes more than the brief allows, whatever the order', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 30 }), (to, offered) => {
        let taken = 0;
        for (let i = 0; i < offered; i++) if (!fitProblem(file('a.pdf'), { howMany: { to } }, taken, LARGEST)) taken++;
        expect(taken).toBe(Math.min(to, offered));
      })
    ));

  it('has words for every refusal, and says what was kept where the file is sound', () => {
    for (const why of PIECE_REFUSALS) expect(pieceRefusalWords(why, LARGEST)).toMatch(/\.$/);
    expect(pieceRefusalWords('wrong-type', LARGEST, ['docx', 'pdf'])).toContain('DOCX or PDF');
    expect(keptWords('wrong-type')).toContain('Shelf');
    expect(keptWords('program-in-disguise')).toBe('');
  });
});

it.each([
  [undefined, ['page', 'deck', 'sheet', 'drawing']],
  [[], ['page', 'deck', 'sheet', 'drawing']],
  [
    ['pdf', 'jpg'],
    ['page', 'deck', 'sheet', 'drawing']
  ],
  [['jpg', 'png'], ['drawing']],
  [['jpg', 'heic'], []],
  [
    ['csv', 'pptx'],
    ['deck', 'sheet']
  ],
  [['docx'], []]
])('a place that takes %j can be filled by a page as %j', (types, shapes) =>
  expect(shapesFor({ types })).toEqual(shapes)
);
