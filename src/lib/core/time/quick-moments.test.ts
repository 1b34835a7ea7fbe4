import fc from 'fast-check';
import { expect, it } from 'vitest';
import { quickDueMoments, quickLaterMoments } from './quick-moments';
import { fromWallClock, toWallClock } from './wall-clock';

const ZONE = 'Europe/Berlin';
const at = (text: string) => fromWallClock(text, ZONE).moment;

it('offers the days that are meant most often, at the hour of the course', () => {
  const quick = quickDueMoments(at('2027-03-08T09:00'), 18, ZONE);
  expect(quick.map(({ words, moment }) => `${words} ${toWallClock(moment, ZONE)}`)).toEqual([
    'Tonight 2027-03-08T18:00',
    'Tomorrow 2027-03-09T18:00',
    'Friday 2027-03-12T18:00',
    'In a week 2027-03-15T18:00',
    'In two weeks 2027-03-22T18:00'
  ]);
});

it('says a day once: on a Thursday tomorrow is Friday, on a Friday the next one is in a week', () => {
  const words = (now: string) => quickDueMoments(at(now), 18, ZONE).map((one) => one.words);
  expect(words('2027-03-11T20:00')).toEqual(['Tomorrow', 'In a week', 'In two weeks']);
  expect(words('2027-03-12T20:00')).toEqual(['Tomorrow', 'Friday', 'In two weeks']);
});

it('never offers what has passed, is in order, and keeps the hour through a change of clocks', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 4e12 }), fc.integer({ min: 0, max: 23 }), (now, hour) => {
      const moments = quickDueMoments(now, hour, ZONE).map(({ moment }) => moment);
      expect(moments.every((moment, i) => moment > now && (i === 0 || moment > (moments[i - 1] ?? 0)))).toBe(true);
    })
  );
  const [, , week] = quickLaterMoments(at('2027-03-26T18:00'), ZONE);
  expect(toWallClock(week?.moment ?? 0, ZONE)).toBe('2027-04-02T18:00');
});
