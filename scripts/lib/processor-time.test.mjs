import { expect, it } from 'vitest';
import { processorTime } from './processor-time.mjs';

it('tells what was done here from what was waited for and what others took', () => {
  const stat = 'cpu  8000 600 1200 99999 470 10 90 2500 0 0\ncpu0 1 1 1 1 1 1 1 1 0 0\nctxt 5\n';
  expect(processorTime(stat)).toEqual({ busy: 99, taken: 25 });
  expect(() => processorTime('intr 5\n')).toThrow('/proc/stat');
});

it('goes on while something is computed', () => {
  const before = processorTime().busy;
  const until = performance.now() + 60;
  while (performance.now() < until);
  expect(processorTime().busy).toBeGreaterThan(before);
});
