import { describe, expect, it } from 'vitest';
import { knows, markOf, turnOf } from './mark';

const [HERE, THERE] = ['0a1b2c3d', 'ffffffff'];

describe('a mark in the changes', () => {
  it.each([
    [markOf(HERE, 17), 17],
    [markOf(THERE, 17), null],
    ['17', null],
    [`${HERE}.x`, null],
    [`${HERE}.1 or 1=1`, null],
    [null, null]
  ])('%s is turn %s of this process', (mark, turn) => expect(turnOf(mark, HERE)).toBe(turn));

  it.each([
    [markOf(HERE, 5), markOf(HERE, 5), true],
    [markOf(HERE, 6), markOf(HERE, 5), true],
    [markOf(HERE, 4), markOf(HERE, 5), false],
    [markOf(THERE, 9), markOf(HERE, 5), false],
    [null, markOf(HERE, 5), false],
    [markOf(HERE, 5), null, false],
    [null, null, false]
  ])('what was drawn at %s knows what was told at %s: %s', (mark, told, does) => expect(knows(mark, told)).toBe(does));
});
