import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Holding, Standing } from '../packets/custody';
import { currentUnit, insideWords, moved, type OutlineItem, type OutlineUnit } from './outline';

const NOW = 1_000_000;
const holding = (standing: Standing): Holding => ({
  holder: standing === 'settled' ? 'nobody' : standing === 'submitted' ? 'teacher' : 'student',
  standing,
  settledBy: null,
  lastMove: null
});
const base = { id: 'x', title: 'X', position: 0, hidden: false, visibleFrom: null };
const assignment = (standing: Standing): OutlineItem => ({
  ...base,
  kind: 'assignment',
  due: null,
  points: null,
  late: null,
  holding: holding(standing)
});
const notice = (unread: boolean): OutlineItem => ({ ...base, kind: 'notice', at: 0, unread });
const unit = (over: Partial<OutlineUnit> = {}): OutlineUnit => ({
  id: 'u',
  title: 'U',
  starts: null,
  hidden: false,
  visibleFrom: null,
  items: [],
  ...over
});

describe('the unit at which an outline opens', () => {
  it.each([
    ['the last that has started', [unit({ starts: 1 }), unit({ starts: 2 }), unit({ starts: NOW + 1 })], 1],
    ['a unit that starts this very moment', [unit({ starts: 1 }), unit({ starts: NOW })], 1],
    [
      'the first with something open, where there are no dates',
      [unit(), unit({ items: [assignment('in-progress')] })],
      1
    ],
    ['what is closed is not open', [unit(), unit({ items: [assignment('closed')] })], 0],
    ['none, where there are no units', [], -1]
  ])('%s', (_name, units, place) => expect(currentUnit(units, NOW)).toBe(place));
});

describe('what a collapsed unit says', () => {
  it.each([
    [
      'what is still with the student',
      [assignment('in-progress'), assignment('taken-back'), assignment('settled')],
      '2 still with you'
    ],
    ['unread notices', [notice(true), notice(true), notice(false)], '2 unread notices'],
    ['both', [assignment('not-started'), notice(true)], '1 still with you, 1 unread notice'],
    ['how much it holds, where nothing is open', [assignment('submitted'), notice(false)], '2 items'],
    ['that it is empty', [], 'Empty']
  ])('%s', (_name, items, words) => expect(insideWords({ items })).toBe(words));
});

describe('moving in a list', () => {
  it('loses nothing, doubles nothing, and puts the one where it was wanted', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.nat(), { minLength: 1 }), fc.nat(), fc.integer(), (list, from, to) => {
        const at = from % list.length;
        const after = moved(list, at, to);
        expect([...after].sort()).toEqual([...list].sort());
        expect(after.indexOf(list[at] ?? -1)).toBe(Math.max(0, Math.min(to, list.length - 1)));
        const others = (of: number[]) => of.filter((one) => one !== list[at]);
        expect(others(after)).toEqual(others(list));
      })
    );
  });
  it('leaves a list alone where there is nothing to move', () => expect(moved(['a'], 3, 0)).toEqual(['a']));
});
