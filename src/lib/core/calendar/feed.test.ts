import ICAL from 'ical.js';
import { describe, expect, it } from 'vitest';
import { busyTimes } from './busy-times';
import { calendarText, eventText, type FeedEvent } from './feed';

const NOW = Date.parse('2027-03-10T15:20:00Z');
const event = (over: Partial<FeedEvent> = {}): FeedEvent => ({
  uid: 'due-1@vendro',
  title: 'Due: Field report; pools, and more',
  from: Date.parse('2027-03-12T18:00:00Z'),
  to: Date.parse('2027-03-12T18:30:00Z'),
  zone: 'Atlantic/Faroe',
  about: 'Tidal Ecology\nSubmit by then',
  url: 'http://127.0.0.1/assignments/1',
  busy: true,
  ...over
});
const told = { sequence: 3, changedAt: NOW };
const whole = (...events: FeedEvent[]) =>
  calendarText(
    'Ilse',
    events.map((one) => eventText(one, told)),
    ['Atlantic/Faroe'],
    NOW
  );

describe('a calendar feed', () => {
  it('says each event with its name, its count of changes and its zone', () => {
    const text = whole(event());
    for (const line of [
      'SEQUENCE:3',
      'DTSTART;TZID=Atlantic/Faroe:20270312T180000',
      'UID:due-1@vendro',
      'REFRESH-INTERVAL;VALUE=DURATION:PT1H'
    ])
      expect(text).toContain(line);
    expect(text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  });

  it('is the same moment to whoever reads it, before and after the clocks change', () => {
    for (const from of [
      '2027-03-27T18:00:00Z',
      '2027-03-28T18:00:00Z',
      '2027-10-31T00:30:00Z',
      '2027-10-31T18:00:00Z'
    ].map(Date.parse)) {
      const read = busyTimes(
        whole(event({ from, to: from + 1_800_000 })),
        { from: from - 1, to: from + 86_400_000 },
        'Asia/Tokyo'
      );
      expect(read?.times.map((one) => one.from)).toEqual([from]);
    }
  });

  it('brings the clocks of its zone along, change by change', () => {
    const component = new ICAL.Component(ICAL.parse(whole(event())) as unknown[]);
    const zone = component.getFirstSubcomponent('vtimezone');
    const summer = zone?.getAllSubcomponents('daylight').map((part) => String(part.getFirstPropertyValue('dtstart')));
    expect(summer).toContain('2027-03-28T01:00:00');
    expect(
      zone?.getAllSubcomponents('standard').map((part) => String(part.getFirstPropertyValue('dtstart')))
    ).toContain('2027-10-31T02:00:00');
  });
});
