import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findCommands } from './commands';
import { foundHref, foundWords } from './found';
import { likely, searchTerms } from './terms';

const student = { studies: true, teaches: false };
const teacher = { studies: false, teaches: true };
const names = (typed: string, person = student, here: Parameters<typeof findCommands>[2] = new Set()) =>
  findCommands(typed, person, here).map(({ name }) => name);

describe('commands', () => {
  it.each([
    ['night', 'Night theme'],
    ['dark', 'Night theme'],
    ['go grades', 'Go to grades'],
    ['marks', 'Go to grades'],
    ['join phr', 'Join a course']
  ])('%s finds %s', (typed, name) => expect(names(typed)).toContain(name));
  it('are those of the person', () => {
    expect(names('go to', teacher)).not.toContain('Go to the Desk');
    expect(names('go to', student)).not.toContain('Go to marking');
  });
  it('offers submitting only where a page can submit', () => {
    expect(names('submit')).toEqual([]);
    expect(names('submit', student, new Set(['submit']))).toEqual(['Submit']);
  });
  it('finds nothing where nothing was typed', () => expect(names('  ')).toEqual([]));
});

describe('what was typed, for PostgreSQL', () => {
  it('never holds an operator, whatever was typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300, unit: 'binary' }), (typed) => {
        const terms = searchTerms(typed);
        if (terms === null) return;
        expect(terms.prefixQuery).toMatch(/^([\p{L}\p{N}]+ & ){0,7}[\p{L}\p{N}]+:\*$/u);
      })
    );
  });
  it('is the words, in small letters, the last of them perhaps unfinished', () =>
    expect(searchTerms('Rock POOLS sto')).toMatchObject({
      text: 'rock pools sto',
      words: ['rock', 'pools', 'sto'],
      prefixQuery: 'rock & pools & sto:*'
    }));
  it('is nothing where there are no words', () => expect(searchTerms(' & | ! ')).toBeNull());
  it('keeps wildcards as they are', () => expect(likely('50%_\\')).toBe('%50\\%\\_\\\\%'));
});

it('leads each kind of result to its own page, and names it', () => {
  const kinds = ['assignment', 'notice', 'material', 'piece', 'person'] as const;
  expect(new Set(kinds.map((kind) => foundHref({ kind, id: 'x' }))).size).toBe(kinds.length);
  expect(new Set(kinds.map(foundWords)).size).toBe(kinds.length);
});
