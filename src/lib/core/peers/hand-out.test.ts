import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { handOut, MOST_READ } from './hand-out';

const classOf = (size: number) => Array.from({ length: size }, (_, i) => ({ packetId: `w${i}`, members: [`p${i}`] }));
const readersOf = (size: number) =>
  Array.from({ length: size }, (_, i) => ({ personId: `p${i}`, has: [] as string[] }));
const times = (given: Map<string, string[]>, packet: string) =>
  [...given.values()].flat().filter((one) => one === packet).length;

describe('works that are handed out to be read', () => {
  it('are never one’s own, never twice the same, as many as wanted where there are, and each read about as often', () =>
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 30 }),
        fc.integer({ min: 1, max: MOST_READ }),
        fc.string(),
        (size, count, seed) => {
          const given = handOut(classOf(size), readersOf(size), count, seed);
          for (const [person, works] of given) {
            expect(works).not.toContain(person.replace('p', 'w'));
            expect(new Set(works).size).toBe(works.length);
            expect(works.length).toBe(Math.max(0, Math.min(count, size - 1)));
          }
          const reads = classOf(size).map(({ packetId }) => times(given, packetId));
          if (size > count) expect(Math.max(...reads) - Math.min(...reads)).toBeLessThanOrEqual(2);
        }
      )
    ));

  it('stay as they were given, and a later reader gets what few have read', () => {
    const works = classOf(4);
    const readers = [
      { personId: 'p0', has: ['w1'] },
      { personId: 'p1', has: ['w2'] },
      { personId: 'p2', has: ['w1'] },
      { personId: 'late', has: [] }
    ];
    const given = handOut(works, readers, 1, 'a');
    expect([...given].filter(([, list]) => list.length > 0).map(([person]) => person)).toEqual(['late']);
    expect(['w0', 'w3']).toContain(given.get('late')?.[0]);
  });

  it('are the same for the same class, and others for another seed', () => {
    const [one, again, other] = ['a', 'a', 'b'].map((seed) =>
      JSON.stringify([...handOut(classOf(12), readersOf(12), 2, seed)].sort())
    );
    expect(one).toBe(again);
    expect(one).not.toBe(other);
  });

  it('of a party are nobody’s of its own', () => {
    const works = [{ packetId: 'w', members: ['a', 'b'] }];
    const given = handOut(
      works,
      ['a', 'b', 'c'].map((personId) => ({ personId, has: [] })),
      2,
      ''
    );
    expect([given.get('a'), given.get('b'), given.get('c')]).toEqual([[], [], ['w']]);
  });
});
