import { describe, expect, it } from 'vitest';
import { Speed, speedWords } from './speed';

describe('the speed of a line', () => {
  it('is not told from a single look, nor from two that are close together', () => {
    const speed = new Speed();
    speed.note(0, 0);
    expect(speed.perSecond).toBeNull();
    speed.note(100, 1_000_000);
    expect(speed.perSecond).toBeNull();
  });

  it('follows a line that slows down, and forgets what was before a pause', () => {
    const speed = new Speed();
    for (let at = 0; at <= 5000; at += 500) speed.note(at, at * 1000);
    expect(speed.perSecond).toBe(1_000_000);
    for (let at = 5500; at <= 20_000; at += 500) speed.note(at, 5_000_000 + (at - 5000) * 100);
    expect(speed.perSecond).toBeCloseTo(100_000, -3);
    speed.forget();
    expect(speed.perSecond).toBeNull();
  });

  it('is said with what is left', () => {
    expect(speedWords(4_200_000, 50_400_000)).toBe('4.2 MB a second, 12 s left');
    expect(speedWords(null, 1000)).toBe('');
    expect(speedWords(0, 1000)).toBe('');
  });
});
