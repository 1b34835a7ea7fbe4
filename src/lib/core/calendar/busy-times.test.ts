import { describe, expect, it } from 'vitest';
import { busyTimes } from './busy-times';

const at = (text: string) => Date.parse(text);
const BETWEEN = { from: at('2027-03-01T00:00:00Z'), to: at('2027-05-01T00:00:00Z') };
const calendar = (...lines: string[]) =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//x//x//EN', ...lines, 'END:VCALENDAR'].join('\r\n');
const event = (...lines: string[]) => ['BEGIN:VEVENT', ...lines, 'END:VEVENT'].join('\r\n');
const read = (text: string) => busyTimes(text, BETWEEN, 'Atlantic/Faroe');
const starts = (text: string) => read(text)?.times.map(({ from }) => new Date(from).toISOString());

describe('a calendar brought along', () => {
  it('tells recurring events one by one, across a clock change, on the clocks of its zone', () => {
    const text = calendar(
      event(
        'UID:1',
        'SUMMARY:Choir',
        'DTSTART;TZID=Europe/Copenhagen:20270323T180000',
        'DTEND;TZID=Europe/Copenhagen:20270323T193000',
        'RRULE:FREQ=WEEKLY;COUNT=3'
      )
    );
    expect(starts(text)).toEqual(['2027-03-23T17:00:00.000Z', '2027-03-30T16:00:00.000Z', '2027-04-06T16:00:00.000Z']);
    expect(read(text)?.times[0]).toMatchObject({ title: 'Choir', to: at('2027-03-23T18:30:00Z') });
  });

  it('has the name that it gives itself, and no name cut in the middle of a sign', () => {
    const long = `${'a'.repeat(199)}🐚`;
    const named = (line: string) =>
      read(calendar(line, event('UID:1', `SUMMARY:${long}`, 'DTSTART:20270310T080000Z', 'DURATION:PT1H')));
    expect([named('NAME:Choir')?.name, named('X-WR-CALNAME:Rowing')?.name, named('COMMENT:x')?.name]).toEqual([
      'Choir',
      'Rowing',
      ''
    ]);
    expect(named(`NAME:${long}`)).toMatchObject({ name: 'a'.repeat(199), times: [{ title: 'a'.repeat(199) }] });
  });

  it('takes the clocks of a zone that it brings along', () => {
    const zone = [
      'BEGIN:VTIMEZONE',
      'TZID:Ship',
      'BEGIN:STANDARD',
      'DTSTART:19700101T000000',
      'TZOFFSETFROM:-0330',
      'TZOFFSETTO:-0330',
      'END:STANDARD',
      'END:VTIMEZONE'
    ];
    const text = calendar(
      ...zone,
      event('UID:1', 'SUMMARY:Watch', 'DTSTART;TZID=Ship:20270310T080000', 'DTEND;TZID=Ship:20270310T120000')
    );
    expect(starts(text)).toEqual(['2027-03-10T11:30:00.000Z']);
  });

  it('leaves out what was taken out, moves what was moved', () => {
    const text = calendar(
      event(
        'UID:1',
        'SUMMARY:Watch',
        'DTSTART:20270308T180000Z',
        'DURATION:PT1H',
        'RRULE:FREQ=DAILY;COUNT=4',
        'EXDATE:20270309T180000Z'
      ),
      event(
        'UID:1',
        'SUMMARY:Watch, later',
        'RECURRENCE-ID:20270310T180000Z',
        'DTSTART:20270310T200000Z',
        'DURATION:PT1H'
      )
    );
    expect(starts(text)).toEqual(['2027-03-08T18:00:00.000Z', '2027-03-10T20:00:00.000Z', '2027-03-11T18:00:00.000Z']);
  });

  it('means whole days, and times without a zone, on the owner’s clocks', () => {
    const text = calendar(
      event('UID:1', 'SUMMARY:Away', 'DTSTART;VALUE=DATE:20270329'),
      event('UID:2', 'DTSTART:20270329T090000', 'DURATION:PT30M')
    );
    expect(starts(text)).toEqual(['2027-03-28T23:00:00.000Z', '2027-03-29T08:00:00.000Z']);
  });

  it('leaves out what takes no time or was called off', () => {
    const one = (...more: string[]) => event('UID:1', 'DTSTART:20270310T080000Z', 'DURATION:PT1H', ...more);
    expect(starts(calendar(one('TRANSP:TRANSPARENT')))).toEqual([]);
    expect(starts(calendar(one('STATUS:CANCELLED')))).toEqual([]);
  });

  it('ends with one that happens every second for ever', () => {
    const text = calendar(event('UID:1', 'DTSTART:20200101T000000Z', 'DURATION:PT1S', 'RRULE:FREQ=SECONDLY'));
    expect(read(text)).toMatchObject({ cut: true });
  });

  it('says what is no calendar', () => {
    for (const text of ['', 'BEGIN:VCARD\r\nEND:VCARD', 'BEGIN:VCALENDAR', '{"a":1}', '\u0000'])
      expect(read(text)).toBeNull();
  });
});
