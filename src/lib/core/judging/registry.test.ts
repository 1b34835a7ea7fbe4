import { expect, it } from 'vitest';
import { judging, isSubmitted, settledWords, stepRefusal } from './registry';
import { SETTLED_BY, WAYS } from './ways';

it.each(WAYS)('%s can be brought to an end by somebody, and says how', (way) => {
  const { answers, words } = judging(way);
  const ends = (['declare', 'move'] as const).some((step) => stepRefusal(way, step) === null);
  expect(ends || answers.some(({ step }) => stepRefusal(way, step) === null)).toBe(true);
  for (const said of [words.choice, words.settling, words.settled, words.told('Field report')])
    expect(said).toMatch(/\w/);
  expect(words.told('Field report')).toContain('Field report');
});

it.each(WAYS)('%s offers the marking desk nothing that it would refuse', (way) => {
  if (!isSubmitted(way)) return;
  for (const { step } of judging(way).answers) expect(stepRefusal(way, step)).toBeNull();
});

it('tells all endings apart', () => {
  expect(new Set(SETTLED_BY.map(settledWords)).size).toBe(SETTLED_BY.length);
});
