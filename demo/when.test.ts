import { expect, it } from 'vitest';
import { when } from './when';

const ZONE = 'Atlantic/Faroe';
const WEDNESDAY = Date.parse('2027-03-10T15:20:00Z');
const SATURDAY = Date.parse('2027-03-13T09:00:00Z');

it.each([
  ['now-3h', WEDNESDAY, '2027-03-10T12:20:00.000Z'],
  ['tonight', WEDNESDAY, '2027-03-10T23:00:00.000Z'],
  ['tonight', Date.parse('2027-03-10T22:30:00Z'), '2027-03-10T23:59:00.000Z'],
  ['today+1 18:00', WEDNESDAY, '2027-03-11T18:00:00.000Z'],
  ['school+3 18:00', WEDNESDAY, '2027-03-15T18:00:00.000Z'],
  ['school-3 18:00', WEDNESDAY, '2027-03-05T18:00:00.000Z'],
  ['school+1 18:00', SATURDAY, '2027-03-15T18:00:00.000Z'],
  ['school-1 18:00', SATURDAY, '2027-03-12T18:00:00.000Z'],
  // The clocks go forward on 28 March: the same time on the clock is an hour earlier in UTC.
  ['school+13 18:00', WEDNESDAY, '2027-03-29T17:00:00.000Z']
])('%s from %d', (text, now, moment) => expect(new Date(when(text, now, ZONE)).toISOString()).toBe(moment));

it('refuses what it does not know', () => expect(() => when('soon', WEDNESDAY, ZONE)).toThrow(/names no moment/));
