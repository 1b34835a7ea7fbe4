import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { copyName } from './copy-name';
import { inStoreOrder, STORE_TROUBLES, storeTroubleWords, type StoreEntry } from './outside';

describe('the name of a copy', () => {
  it.each([
    ['report.docx', [], 'report, copy.docx'],
    ['report.docx', ['report, copy.docx'], 'report, copy 2.docx'],
    ['report, copy.docx', ['report, copy.docx'], 'report, copy 2.docx'],
    ['report, copy 2.docx', ['report, copy.docx', 'report, copy 2.docx'], 'report, copy 3.docx'],
    ['no ending', [], 'no ending, copy'],
    ['tides.tar.gz', [], 'tides.tar, copy.gz'],
    ['.hidden', [], '.hidden, copy']
  ])('of %s beside %j is %s', (name, taken, made) => {
    expect(copyName(name, taken)).toBe(made);
  });
});

describe('a store elsewhere', () => {
  const entry = (name: string, kind: StoreEntry['kind'], changedAt: number | null): StoreEntry => ({
    path: `/${name}`,
    name,
    kind,
    size: 1,
    changedAt
  });

  it('is looked through folders first, then the newest files', () => {
    const order = inStoreOrder([
      entry('old.txt', 'file', 1),
      entry('b', 'folder', 9),
      entry('unknown.txt', 'file', null),
      entry('new.txt', 'file', 5),
      entry('a', 'folder', 2)
    ]);
    expect(order.map(({ name }) => name)).toEqual(['a', 'b', 'new.txt', 'old.txt', 'unknown.txt']);
  });

  it('says of every trouble what to do, each in its own words', () => {
    const words = STORE_TROUBLES.map(storeTroubleWords);
    expect(new Set(words).size).toBe(STORE_TROUBLES.length);
    for (const text of words) expect(text.split('. ').length, text).toBeGreaterThanOrEqual(1);
  });
});

describe('of any file', () => {
  it('a copy has a name that is free, and keeps the ending', () => {
    const name = fc
      .tuple(fc.stringMatching(/^[a-z ,]{1,20}$/), fc.constantFrom('', '.txt', '.docx'))
      .map((of) => of.join(''));
    fc.assert(
      fc.property(name, fc.nat({ max: 6 }), (original, times) => {
        const taken = [original];
        for (let i = 0; i <= times; i++) taken.push(copyName(taken[i % taken.length] ?? original, taken));
        expect(new Set(taken).size).toBe(taken.length);
        const ending = /\.[a-z]+$/.exec(original)?.[0] ?? '';
        for (const one of taken) expect(one.endsWith(ending)).toBe(true);
      })
    );
  });
});
