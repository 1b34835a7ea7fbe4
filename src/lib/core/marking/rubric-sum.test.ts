import { describe, expect, it } from 'vitest';
import type { Criterion } from '../assignments/rubric';
import { otherThanRubric, rubricSum, wholeSum } from './rubric-sum';

const row = (id: string, ...points: number[]): Criterion =>
  ({
    id,
    title: id,
    levels: points.map((each) => ({ id: `${id}${each}`, title: `${each}`, points: each, words: '' }))
  }) as unknown as Criterion;
const CRITERIA = [row('a', 0, 0.1, 4), row('b', 0, 0.2, 6)];
const judged = (criterion: Criterion | undefined, at: number, points: number | null = null) => {
  const level = criterion?.levels[at];
  if (!criterion || !level) throw new Error('no such level');
  return { criterion, level, points };
};
const [A, B] = CRITERIA;

describe('what a rubric adds up to', () => {
  it('is exact, where binary fractions are not', () => {
    expect(rubricSum([judged(A, 1), judged(B, 1)])).toBe(0.3);
    expect(rubricSum([judged(A, 2, 3.5), judged(B, 2)])).toBe(9.5);
    expect(rubricSum([])).toBe(0);
  });

  it('is known once every row is, also between two levels and with a comma', () => {
    expect(wholeSum(CRITERIA, ['a4', 'b6'], [])).toBe(10);
    expect(wholeSum(CRITERIA, ['a4', 'b6'], ['', ' 5,5 '])).toBe(9.5);
    expect(wholeSum(CRITERIA, ['a4', ''], [])).toBeNull();
    expect(wholeSum(CRITERIA, ['a4', 'a4'], [])).toBeNull();
    expect(wholeSum(CRITERIA, ['a4', 'b6'], ['many'])).toBeNull();
    expect(wholeSum([], [], [])).toBeNull();
  });
});

describe('points beside a rubric', () => {
  it('are the rubric’s, other than it says, or beyond what a row gives', () => {
    const rows = [judged(A, 2), judged(B, 1)];
    expect(otherThanRubric(CRITERIA, rows, 4.2)).toBeNull();
    expect(otherThanRubric(CRITERIA, rows, 5)).toBe('differs');
    expect(otherThanRubric(CRITERIA, [judged(A, 2, 4.5), judged(B, 1)], 4.7)).toBe('beyond');
    expect(otherThanRubric(CRITERIA, [judged(A, 2, 4), judged(B, 1)], 4.2)).toBeNull();
  });

  it('are nobody’s to hold against it while a row or the points are missing', () => {
    expect(otherThanRubric(CRITERIA, [judged(A, 2)], 9)).toBeNull();
    expect(otherThanRubric(CRITERIA, [judged(A, 2), judged(B, 2)], null)).toBeNull();
  });
});
