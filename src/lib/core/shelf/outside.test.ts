import { expect, it } from 'vitest';
import { AT_ONCE, stretchOf, type StoreEntry } from './outside';

it('a folder of a store is shown by stretches, narrowed down by a part of a name', () => {
  const entries = Array.from({ length: AT_ONCE * 2 + 1 }, (_, i) => ({ name: `Shore ${i}.txt` }) as StoreEntry);
  const first = stretchOf(entries, { named: '', from: 0 });
  expect([first.entries.length, first.of, first.next]).toEqual([AT_ONCE, entries.length, AT_ONCE]);
  expect(stretchOf(entries, { named: '', from: AT_ONCE * 2 })).toEqual({
    entries: entries.slice(-1),
    of: entries.length,
    next: null
  });
  expect(stretchOf(entries, { named: ' SHORE 40', from: 0 }).of).toBe(2);
  expect(stretchOf(entries, { named: 'x'.repeat(9), from: 0 })).toEqual({ entries: [], of: 0, next: null });
  expect(stretchOf(entries, { named: '', from: AT_ONCE }).next).toBe(AT_ONCE * 2);
});
