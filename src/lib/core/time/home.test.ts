import { afterEach, describe, expect, it } from 'vitest';
import { aheadWords } from './ahead';
import { setHome, zoneName } from './home';
import { absolute, dayAndTime, dayToTheSecond } from './words';

afterEach(() => setHome(null));
const NOON = Date.parse('2027-03-10T12:00:00Z');

describe('a moment', () => {
  it('names its zone for whoever reads elsewhere than the school, and for nobody else', () => {
    expect(absolute(NOON, 'America/New_York', NOON)).toBe('Wed 10 Mar, 07:00');
    setHome('Atlantic/Faroe');
    expect(absolute(NOON, 'Atlantic/Faroe', NOON)).toBe('Wed 10 Mar, 12:00');
    // Also what was said before the school's zone was known.
    expect(absolute(NOON, 'America/New_York', NOON)).toBe('Wed 10 Mar, 07:00 (New York)');
    expect(dayToTheSecond(NOON, 'Asia/Kolkata', NOON)).toBe('Wed 10 Mar, 17:30:00 (Kolkata)');
    expect(absolute(NOON, 'UTC', NOON)).toBe('Wed 10 Mar, 12:00 (UTC)');
  });

  it('is said without its zone where the sentence names it', () => {
    setHome('Atlantic/Faroe');
    expect(`${dayAndTime(NOON, 'America/New_York')} in ${zoneName('America/New_York')}`).toBe(
      'Wed 10 Mar, 07:00 in New York'
    );
  });
});

it('says how two clocks stand, also where one has changed and the other has not', () => {
  expect(aheadWords('Atlantic/Faroe', 'America/New_York', Date.parse('2027-03-10T12:00:00Z'))).toBe('5 h ahead');
  // Between the two changes of March.
  expect(aheadWords('Atlantic/Faroe', 'America/New_York', Date.parse('2027-03-20T12:00:00Z'))).toBe('4 h ahead');
  expect(aheadWords('America/New_York', 'Asia/Kolkata', NOON)).toBe('10 h 30 min behind');
  expect(aheadWords('Europe/London', 'Atlantic/Faroe', NOON)).toBe('which shows the same now');
});
