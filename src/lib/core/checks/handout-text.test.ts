import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { likeness } from './likeness';
import { questionsOf, unanswered } from './unanswered';

const HANDOUT = `Pool sheet
Look at the pool for ten minutes before you write.

1. Which animals do you see?
Answer:

2. What lives only above the line
Answer:

Why are there none at station 7?
`;

describe('likeness', () => {
  it('is whole for the same text however it is spaced, and nothing for another one', () => {
    expect(likeness(HANDOUT, HANDOUT.replace(/\s+/g, '  ').toUpperCase())).toBe(1);
    expect(likeness(HANDOUT, 'The ledge is bare in March because the ice takes everything away.')).toBe(0);
    expect(likeness('two words', HANDOUT)).toBe(0);
  });

  it('falls with every word that is one’s own', () => {
    const own = `${HANDOUT} ${'Limpets and barnacles cover the whole northern side of the pool today. '.repeat(3)}`;
    const share = likeness(own, HANDOUT);
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThan(0.7);
    // All of the handout is still in it.
    expect(likeness(HANDOUT, own)).toBe(1);
  });

  it('lies between nothing and all', () => {
    const text = fc.array(fc.constantFrom('tide', 'rock', 'weed', 'foam')).map((words) => words.join(' '));
    fc.assert(
      fc.property(text, text, (a, b) => {
        const share = likeness(a, b);
        expect(share).toBeGreaterThanOrEqual(0);
        expect(share).toBeLessThanOrEqual(1);
      })
    );
  });
});

describe('questions', () => {
  it('are lines that ask, or are numbered', () => {
    expect(questionsOf(HANDOUT)).toEqual([
      '1. Which animals do you see?',
      '2. What lives only above the line',
      'Why are there none at station 7?'
    ]);
  });

  it('are unanswered as long as what follows them is what was handed out', () => {
    expect(unanswered(HANDOUT, HANDOUT)).toHaveLength(3);
    const some = HANDOUT.replace('Answer:', 'Answer: limpets, two crabs');
    expect(unanswered(HANDOUT, some)).toEqual([
      '2. What lives only above the line',
      'Why are there none at station 7?'
    ]);
    expect(unanswered(HANDOUT, `${some}The rock there was scrubbed last week.\n`)).toEqual([
      '2. What lives only above the line'
    ]);
  });

  it('may be answered in their own line', () => {
    const own = HANDOUT.replace('above the line', 'above the line: the black lichen').replace(
      'do you see?',
      'do you see? None.'
    );
    expect(unanswered(HANDOUT, own)).toEqual(['Why are there none at station 7?']);
  });

  it('that the student took away are not spoken of', () => {
    expect(unanswered(HANDOUT, 'My own text without any of it.')).toEqual([]);
  });
});
