import { describe, expect, it } from 'vitest';
import { fromWallClock } from '../time/wall-clock';
import { dayNotes, usualHour, type DatesAround } from './day-notes';

const ZONE = 'Atlantic/Faroe';
const at = (text: string) => fromWallClock(text, ZONE).moment;
const AROUND: DatesAround = {
  calendar: [
    { kind: 'holiday', title: 'Spring break', first: '2027-03-22', last: '2027-03-26' },
    { kind: 'marking-pause', title: 'Boat week', first: '2027-03-26', last: '2027-03-27' }
  ],
  due: [
    { title: 'Field report', at: at('2027-03-12T18:00') },
    { title: 'Zonation diagram', at: at('2027-03-12T23:59') },
    { title: 'Reading log', at: at('2027-03-19T18:00') }
  ]
};
const NOW = at('2027-03-10T09:00');
const notes = (text: string) => dayNotes(at(text), AROUND, ZONE, NOW);

describe('what a teacher is told of a day', () => {
  it('is what else is due then, by the clocks of the course', () => {
    expect(notes('2027-03-12T00:30')).toEqual(['Also due that day: Field report, Zonation diagram.']);
    expect(notes('2027-03-13T00:00')).toEqual([]);
  });

  it('is that there are no lessons, on the first day and the last as well', () => {
    expect(notes('2027-03-22T08:00')).toEqual(['Spring break: no lessons that day.']);
    expect(notes('2027-03-26T08:00')).toEqual([
      'Spring break: no lessons that day.',
      'Boat week: nothing is marked that day.'
    ]);
    expect(notes('2027-03-28T08:00')).toEqual([]);
  });

  it('is that it has passed', () => {
    expect(notes('2027-03-10T08:59')).toEqual(['This has passed already.']);
  });
});

it('offers the hour at which most things are due', () => {
  expect(usualHour(AROUND.due, ZONE)).toBe(18);
  expect(usualHour([{ title: 'x', at: at('2027-03-12T08:15') }], ZONE)).toBe(8);
  expect(usualHour([], ZONE)).toBe(18);
});
