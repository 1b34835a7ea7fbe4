import { expect, it } from 'vitest';
import { DOTS, millimetres, paperOf, pixels } from './paper';

it('tells A4 from letter, and takes neither for a square', () => {
  expect(paperOf(297 / 210)).toBe('a4');
  expect(paperOf(210 / 297)).toBe('a4');
  expect(paperOf(11 / 8.5)).toBe('letter');
  expect(paperOf(1)).toBe('free');
  expect(paperOf(2)).toBe('free');
});

it('gives a sheet its size as it lies', () => {
  expect(millimetres('a4', 1.4)).toEqual({ width: 210, height: 297 });
  expect(millimetres('a4', 0.7)).toEqual({ width: 297, height: 210 });
  expect(millimetres('free', 2).height).toBe(297);
});

it('draws no more pixels than the photograph can tell', () => {
  const size = millimetres('a4', 1.4);
  expect(pixels(size, DOTS.crisp, 4000)).toEqual({ width: 1654, height: 2339 });
  expect(pixels(size, DOTS.crisp, 800).height).toBe(1000);
});
