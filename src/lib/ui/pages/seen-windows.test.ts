import { expect, it, vi } from 'vitest';
import { SeenWindows } from './seen-windows';

it('counts each person once, each window until it says nothing for too long', () => {
  vi.useFakeTimers({ toFake: ['performance'] });
  const seen = new SeenWindows();
  expect([seen.any, seen.people, seen.lapsed]).toEqual([false, [], []]);
  seen.see(1, 'ilse', 1000);
  seen.see(2, 'ilse', 3000);
  seen.see(3, 'teodor', 1000);
  expect(seen.people).toEqual(['ilse', 'teodor']);
  vi.advanceTimersByTime(1001);
  expect(seen.lapsed).toEqual([1, 3]);
  seen.see(3, 'teodor', 1000);
  expect(seen.lapsed).toEqual([1]);
  seen.leave(1);
  seen.leave(9);
  expect([seen.people, seen.lapsed]).toEqual([['ilse', 'teodor'], []]);
  seen.clear();
  expect(seen.any).toBe(false);
  vi.useRealTimers();
});
