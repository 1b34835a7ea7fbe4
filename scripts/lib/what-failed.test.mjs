import { describe, expect, it } from 'vitest';
import { howManyPassed, whatFailed } from './what-failed.mjs';

const SAID = `
 ✓ |core| src/lib/core/dates.test.ts (3 tests) 12ms

⎯⎯⎯⎯⎯⎯⎯ Failed Tests 2 ⎯⎯⎯⎯⎯⎯⎯

\u001b[41m FAIL \u001b[49m |server| tests/server/desk.test.ts > the Desk > is drawn
AssertionError: expected 500 to be 200 // Object.is equality
 ❯ tests/server/desk.test.ts:12:3

 FAIL  |core| src/lib/core/grades.test.ts > one
 FAIL  |core| src/lib/core/grades.test.ts > two

Error: Property failed after 3 tests

⎯⎯⎯⎯ Unhandled Rejection ⎯⎯⎯⎯⎯
Error: read ECONNRESET
`;

describe('what a run of tests says of those that failed', () => {
  it('names each with the first that it said, and what was caught by no test', () => {
    expect(whatFailed(SAID)).toEqual([
      '|server| tests/server/desk.test.ts > the Desk > is drawn: AssertionError: expected 500 to be 200 // Object.is equality',
      '|core| src/lib/core/grades.test.ts > one: Error: Property failed after 3 tests',
      '|core| src/lib/core/grades.test.ts > two: Error: Property failed after 3 tests',
      'Unhandled Rejection: Error: read ECONNRESET'
    ]);
  });

  it('names a tool with the first that it found', () => {
    const said = 'passed  types (40 s)\nFAILED  format (62 s)\n[warn] src/app.html\n[warn] Code style issues found.\n';
    expect(whatFailed(said)).toEqual(['format (62 s): [warn] src/app.html']);
  });

  it('names none where none failed', () => {
    expect(whatFailed(' ✓ |core| a (1 test)\n Tests  1 passed')).toEqual([]);
    expect(whatFailed('')).toEqual([]);
  });

  it('keeps a line to a line', () => {
    expect(whatFailed(` FAIL  |core| a > b\n${'x'.repeat(10_000)}`)[0]).toHaveLength(240);
  });
});

it('counts the tests that passed, by either runner, and none where nothing was counted', () => {
  const vitest =
    ' Test Files  1 failed | 254 passed (255)\n      Tests  1 failed | \u001b[32m2076 passed\u001b[39m (2077)\n';
  expect(howManyPassed(vitest)).toBe(2076);
  expect(howManyPassed('  1 flaky\n    a.spec.ts:3:1 › 12 passed by\n  154 passed (9.2m)\n')).toBe(154);
  expect(howManyPassed('passed  format (35 s)\n')).toBeNull();
});
