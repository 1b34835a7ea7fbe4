import { describe, expect, it } from 'vitest';
import { gradeOf } from './example';
import { LEFT_OUT_AND_ADDED } from './left-out-and-added';
import { POINTS_AND_WEIGHTS } from './points-and-weights';
import { SCALES_AND_PASSING } from './scales-and-passing';

const ALL = [...POINTS_AND_WEIGHTS, ...LEFT_OUT_AND_ADDED, ...SCALES_AND_PASSING];

describe('grades worked out by hand', () => {
  it('are thirty at least', () => expect(ALL.length).toBeGreaterThanOrEqual(30));

  it.each(ALL.map((worked) => [worked.title, worked] as const))('%s', (_, worked) => {
    const grade = gradeOf(worked);
    expect(grade.result?.text ?? null, worked.by).toBe(worked.result);
    if (worked.passed !== undefined) expect(grade.passed, worked.by).toBe(worked.passed);
  });
});
