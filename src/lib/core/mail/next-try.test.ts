import fc from 'fast-check';
import { expect, it } from 'vitest';
import { HOUR } from '../time/moment';
import { isLastWord, nextTry, TRIED_FOR } from './next-try';

it('waits longer each time, is tried for two days, and then comes to an end', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 2e12 }), fc.integer({ min: 0, max: 30_000 }), (queued, taken) => {
      let now = queued;
      let wait = 0;
      let tries = 0;
      for (;;) {
        // Each try takes a while itself.
        now += taken;
        const next = nextTry(++tries, queued, now);
        if (next === null) break;
        expect(next).toBeLessThanOrEqual(queued + TRIED_FOR);
        if (next < queued + TRIED_FOR) expect(next - now).toBeGreaterThanOrEqual(wait);
        wait = next - now;
        now = next;
      }
      expect(tries).toBeGreaterThan(10);
      expect(tries).toBeLessThan(30);
      expect(now - queued).toBeGreaterThanOrEqual(TRIED_FOR);
      expect(now - queued).toBeLessThan(TRIED_FOR + HOUR);
    })
  );
});

it('takes a refusal for good, and a busy or silent server for one that may answer later', () => {
  expect([550, 554, 599].map(isLastWord)).toEqual([true, true, true]);
  expect([421, 450, 451, undefined].map(isLastWord)).toEqual([false, false, false, false]);
});
