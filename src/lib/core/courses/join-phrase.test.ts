import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { JOIN_REFUSALS, joinRefusalWords, makeJoinPhrase, readJoinPhrase } from './join-phrase';

describe('a join phrase', () => {
  it('reads back as it was made, however it was typed', () => {
    const capitals = fc.constantFrom(
      (w: string) => w,
      (w: string) => w.toUpperCase()
    );
    const between = fc.constantFrom(' ', '  ', '-', ', ', '\n', '.');
    fc.assert(
      fc.property(fc.tuple(fc.nat(), fc.nat(), fc.nat()), capitals, between, (draws, shape, gap) => {
        const left = [...draws];
        const phrase = makeJoinPhrase((below) => (left.shift() ?? 0) % below);
        expect(readJoinPhrase(` ${phrase.split(' ').map(shape).join(gap)} `)).toBe(phrase);
      })
    );
  });

  it('is one of about a hundred million', () => {
    let words = 0;
    makeJoinPhrase((below) => ((words = below), 0));
    expect(words ** 3).toBeGreaterThan(5e7);
  });

  it.each(['', 'amber tide', 'amber tide lantern sea', '1 2 3', `${'a'.repeat(21)} tide lantern`])(
    'is not %j',
    (typed) => expect(readJoinPhrase(typed)).toBeNull()
  );

  it('has words of its own for every refusal', () => {
    expect(new Set(JOIN_REFUSALS.map(joinRefusalWords)).size).toBe(JOIN_REFUSALS.length);
  });
});
