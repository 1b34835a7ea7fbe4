import { expect, it } from 'vitest';
import { scaledBy, wholeOf, type Corners } from './corners';
import { Steady } from './steady';

const LYING = wholeOf({ width: 800, height: 1000 });
const moved = (by: number): Corners => LYING.map(({ x, y }) => ({ x: x + by, y })) as unknown as Corners;
const clear = (corners: Corners) => ({ corners, sure: 0.95 });

/** When it is taken, looked at five times a second; null where it never is. */
function takenAt(
  steady: Steady,
  seen: (at: number) => Parameters<Steady['see']>[1],
  from = 0,
  to = 4000
): number | null {
  for (let at = from; at <= to; at += 200)
    if (steady.see(at, seen(at)) >= 1) {
      steady.take();
      return at;
    }
  return null;
}

it('takes a sheet that is held still for about a second', () => {
  expect(takenAt(new Steady(1600), (at) => clear(moved(at % 400 === 0 ? 2 : -2)))).toBe(1200);
});

it('does not take what moves, slowly or quickly, or is not clear', () => {
  expect(takenAt(new Steady(1600), (at) => clear(moved(at / 12)))).toBeNull();
  expect(takenAt(new Steady(1600), (at) => clear(moved((at / 200) % 2 === 0 ? 60 : 0)))).toBeNull();
  expect(takenAt(new Steady(1600), () => ({ corners: LYING, sure: 0.4 }))).toBeNull();
});

it('does not take the same sheet twice, and takes the next one', () => {
  const steady = new Steady(1600);
  expect(takenAt(steady, () => clear(LYING))).toBe(1200);
  expect(takenAt(steady, () => clear(LYING), 1400, 9000)).toBeNull();
  steady.see(9200, null);
  expect(takenAt(steady, () => clear(LYING), 9400, 12_000)).toBe(10_600);
});

it('takes a sheet that is laid elsewhere, without the desk having been empty', () => {
  const steady = new Steady(1600);
  takenAt(steady, () => clear(LYING));
  expect(takenAt(steady, () => clear(scaledBy(LYING, 0.8)), 2000, 6000)).toBe(3200);
});
