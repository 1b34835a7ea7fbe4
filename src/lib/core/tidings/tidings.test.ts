import fc from 'fast-check';
import { expect, it } from 'vitest';
import { groupTidings } from './groups';
import { isMailed, KINDS, TIDINGS } from './kinds';
import type { Tiding } from './views';
import { groupWords, tidingWords } from './words';

const tiding = (over: Partial<Tiding> = {}): Tiding => ({
  id: '1',
  kind: 'submitted',
  grouped: 'submitted a',
  title: 'Field report',
  course: 'Tidal Ecology',
  href: '/',
  facts: { by: 'Teodor Lind', round: 2 },
  at: 0,
  unread: true,
  ...over
});

it('says every kind in words, with and without what it may know', () => {
  for (const kind of KINDS)
    for (const facts of [{}, { by: 'Odile', round: 1, how: 'another-round', due: 0, says: 'Which pier?' }]) {
      const words = tidingWords({ kind, title: 'Field report', facts }, 'UTC', 0);
      // What concerns the school as a whole is about no assignment.
      if (TIDINGS[kind].side !== 'office') expect(words).toContain('Field report');
      expect(words).not.toBe('');
      expect(words).not.toMatch(/null|NaN|\[object/);
    }
  expect(tidingWords(tiding(), 'UTC', 0)).toBe('Teodor Lind submitted round 2 of Field report');
  expect(groupWords('submitted', 'Field report', 12)).toBe('12 rounds of Field report came in');
  expect(groupWords('reminder', 'Field report', 2)).toBeNull();
});

it('follows the wish of the person, and what is usual where they have none', () => {
  expect(isMailed('returned', new Map())).toBe(true);
  expect(isMailed('returned', new Map([['returned', false]]))).toBe(false);
  expect(isMailed('submitted', new Map([['submitted', true]]))).toBe(true);
});

it('groups what belongs together and loses nothing', () => {
  const any = fc.record({ grouped: fc.constantFrom('a', 'b', 'c'), unread: fc.boolean() });
  fc.assert(
    fc.property(fc.array(any), (rows) => {
      const all = rows.map((row, i) => tiding({ ...row, id: String(i) }));
      const groups = groupTidings(all);
      expect(
        groups
          .flatMap((group) => group.all)
          .map(({ id }) => id)
          .sort()
      ).toEqual(all.map(({ id }) => id).sort());
      for (const { all: some, newest, unread } of groups) {
        expect(new Set(some.map((one) => one.grouped)).size).toBe(1);
        expect(newest).toBe(some[0]);
        expect(unread).toBe(some.filter((one) => one.unread).length);
      }
    })
  );
});
