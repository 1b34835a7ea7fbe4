import { describe, expect, it } from 'vitest';
import { DAY } from '../time/moment';
import { dayOf } from '../time/days';
import { meetingState, type Meeting } from './meeting';
import { mayRemind, paceWords } from './waiting';

const NOON = Date.parse('2027-03-10T12:00:00Z');
const days = (n: number) => n * 86_400;

describe('the usual wait', () => {
  it('is said to the day', () => {
    expect(paceWords({ median: days(2), spread: days(2) })).toBe(
      'It usually takes about 2 days here, seldom longer than 4 days.'
    );
    expect(paceWords({ median: days(1), spread: 0 })).toBe('It usually takes about a day here.');
    expect(paceWords(null)).toBeNull();
  });
});

describe('a kind reminder', () => {
  const pace = { median: days(2), spread: days(1) };
  const waits = { since: NOON, pace, pauses: [], zone: 'UTC', reminded: false };
  it('can be sent once, and only after clearly longer than usual', () => {
    expect(mayRemind(waits, NOON + 4.5 * DAY)).toBe(false);
    expect(mayRemind(waits, NOON + 4.5 * DAY + 1)).toBe(true);
    expect(mayRemind({ ...waits, reminded: true }, NOON + 30 * DAY)).toBe(false);
    expect(mayRemind({ ...waits, pace: null }, NOON + 30 * DAY)).toBe(false);
  });

  it('waits for the end of a break', () => {
    const over = [{ title: 'A break', first: dayOf(NOON, 'UTC'), last: dayOf(NOON + 9 * DAY, 'UTC') }];
    expect(mayRemind({ ...waits, pauses: over }, NOON + 12 * DAY)).toBe(false);
    expect(mayRemind({ ...waits, pauses: over }, NOON + 15 * DAY)).toBe(true);
  });
});

describe('an offer to meet', () => {
  const offer: Meeting = {
    ...{ id: 'm', round: 1, offered: [NOON, NOON + DAY], place: '', words: '', by: 'Odile', at: NOON - DAY },
    ...{ accepted: null, said: '', answeredAt: null }
  };
  it('stands until its last moment, is agreed until an hour after it, or has none that is possible', () => {
    expect(meetingState(offer, NOON + DAY)).toBe('offered');
    expect(meetingState(offer, NOON + DAY + 1)).toBe('past');
    expect(meetingState({ ...offer, answeredAt: NOON }, NOON)).toBe('none-possible');
    const agreed = { ...offer, accepted: NOON, answeredAt: NOON - 1 };
    expect(meetingState(agreed, NOON + 3_600_000)).toBe('agreed');
    expect(meetingState(agreed, NOON + 3_600_001)).toBe('past');
  });
});
