import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Turns } from './turns';

it('gives everyone the next turn after at most one thing of each of the others', () => {
  const things = fc.array(fc.tuple(fc.constantFrom('ilse', 'teodor', 'maren', 'pilar'), fc.nat()), { maxLength: 60 });
  fc.assert(
    fc.property(things, (added) => {
      const turns = new Turns<[string, number]>();
      for (const thing of added) turns.add(thing[0], thing);
      const taken = [...turns.drain()];
      expect(taken.length).toBe(added.length);
      for (const who of new Set(added.map(([name]) => name))) {
        // One's own things come in the order in which they were added.
        const own = added.filter(([name]) => name === who);
        expect(taken.filter(([name]) => name === who)).toEqual(own);
        // Nobody else has two turns between two of one's own.
        const places = taken.flatMap(([name], place) => (name === who ? [place] : []));
        for (const [i, place] of places.entries()) {
          const between = taken.slice((places[i - 1] ?? -1) + 1, place).map(([name]) => name);
          expect(new Set(between).size).toBe(between.length);
        }
      }
    })
  );
});

it('says how much of someone waits, and takes nothing out of an empty line', () => {
  const turns = new Turns<number>();
  turns.add('ilse', 1);
  turns.add('ilse', 2);
  expect([turns.of('ilse'), turns.of('teodor')]).toEqual([2, 0]);
  expect([turns.next(), turns.next(), turns.next()]).toEqual([1, 2, undefined]);
});
