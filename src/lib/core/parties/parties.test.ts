import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { drawParties, type Apart } from './draw';
import { partiesFromList } from './list';

const die = (seed: number) => () => {
  seed = (Math.imul(seed, 1_103_515_245) + 12_345) & 0x7fffffff;
  return seed / 0x80000000;
};
const people = (n: number) => Array.from({ length: n }, (_, i) => `p${i}`);

describe('a draw', () => {
  const classes = fc.record({
    n: fc.integer({ min: 0, max: 14 }),
    size: fc.integer({ min: 1, max: 6 }),
    seed: fc.nat(),
    pairs: fc.array(fc.tuple(fc.nat(13), fc.nat(13)), { maxLength: 10 })
  });
  it('puts everybody into one party, evenly, and nobody with whom they must not be', () => {
    fc.assert(
      fc.property(classes, ({ n, size, seed, pairs }) => {
        const all = people(n);
        const apart = pairs.filter(([a, b]) => a !== b && a < n && b < n).map(([a, b]): Apart => [`p${a}`, `p${b}`]);
        const drawn = drawParties(all, size, apart, die(seed));
        if (drawn === null) {
          expect(apart.length).toBeGreaterThan(0);
          return;
        }
        expect(drawn.flat().sort()).toEqual([...all].sort());
        const sizes = drawn.map((party) => party.length);
        if (n > 0) expect(Math.max(...sizes) - Math.min(...sizes)).toBeLessThanOrEqual(1);
        expect(Math.max(0, ...sizes)).toBeLessThanOrEqual(size);
        for (const party of drawn)
          for (const [a, b] of apart) expect(party.includes(a) && party.includes(b)).toBe(false);
      })
    );
  });
  it('is given up where it cannot be, and found where there is one way only', () => {
    const every = (some: string[]) => some.flatMap((a, i) => some.slice(i + 1).map((b): Apart => [a, b]));
    expect(drawParties(people(4), 4, [['p0', 'p3']], die(1))).toBeNull();
    // Three who must each be apart, in three parties of two.
    const drawn = drawParties(people(6), 2, every(['p0', 'p1', 'p2']), die(1));
    expect(drawn?.every((party) => party.length === 2)).toBe(true);
  });
  it('is the same by the same die', () => {
    expect(drawParties(people(9), 3, [], die(7))).toEqual(drawParties(people(9), 3, [], die(7)));
  });
});

it('reads parties as people write them, and says what it cannot read', () => {
  const known = [
    { id: 'i', name: 'Ilse Varga' },
    { id: 't', name: 'Teodor Lund' },
    { id: 's', name: 'Suvi Aalto' },
    { id: 't2', name: 'Teodor Berg' }
  ];
  expect(partiesFromList('Skiff: ilse, Suvi Aalto\n\nTeodor Lund;', known)).toEqual({
    parties: [
      { name: 'Skiff', members: ['i', 's'] },
      { name: '', members: ['t'] }
    ],
    problems: []
  });
  expect(partiesFromList('Teodor, Nobody, Ilse\nIlse', known).problems).toEqual([
    '“Teodor” could be 2 people.',
    'Nobody here is called “Nobody”.',
    'Ilse Varga stands there twice.'
  ]);
});
