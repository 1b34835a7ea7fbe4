import { describe, expect, it } from 'vitest';
import { arrangeDesk, byDay, deskGroup, need, NEEDS, type DeskEntry } from './desk';
import { dayWords, isLongWait, needWords, waitWords } from './desk-words';
import { costNow, latePolicyWords, roundTimeliness, timeToDue } from './due';
import { holdingWords, holdingWordsForTeacher } from './words';
import { STANDINGS } from './custody';
import { countedPoints, pointsText } from '../grades/points';

const NOW = 1_000_000_000;
const HOUR = 3_600_000;
const entry = (over: Partial<DeskEntry> = {}): DeskEntry => ({
  standing: 'not-started',
  due: NOW + 100 * HOUR,
  closes: null,
  opens: null,
  since: null,
  late: { kind: 'none' },
  unread: false,
  ranOut: false,
  outline: null,
  ...over
});

describe('the Desk', () => {
  it.each<[string, Partial<DeskEntry>, string, string | null]>([
    ['due in days', {}, 'with-you', null],
    ['due tonight', { due: NOW + 5 * HOUR }, 'needs-you', 'due-soon'],
    ['overdue', { due: NOW - HOUR }, 'needs-you', 'overdue'],
    ['taken back, however far the due moment', { standing: 'taken-back' }, 'needs-you', 'teacher-has-nothing'],
    ['a seal ran out', { ranOut: true, standing: 'in-progress' }, 'needs-you', 'seal-ran-out'],
    ['sealed and still arriving', { standing: 'sealed' }, 'with-you', null],
    ['another round asked', { standing: 'another-round' }, 'needs-you', 'another-round'],
    ['undated', { due: null }, 'no-date', null],
    ['submitted and overdue by the date', { standing: 'submitted', due: NOW - HOUR }, 'with-teacher', null],
    ['being revised', { standing: 'revising' }, 'with-teacher', null],
    ['closed', { standing: 'closed', due: NOW - HOUR }, 'closed', null],
    ['settled', { standing: 'settled' }, 'settled', null],
    ['due soon but not open yet', { due: NOW + HOUR, opens: NOW + 1 }, 'with-you', null]
  ])('%s', (_name, over, group, why) => {
    expect([deskGroup(entry(over), NOW), need(entry(over), NOW)]).toEqual([group, why]);
  });

  it('puts what is due first on top, and the longest wait first', () => {
    const arranged = arrangeDesk(
      [
        entry({ due: NOW + 90 * HOUR }),
        entry({ due: NOW + 80 * HOUR }),
        entry({ standing: 'submitted', since: 20 }),
        entry({ standing: 'submitted', since: 10 })
      ],
      NOW
    );
    expect(arranged.get('with-you')?.map((e) => e.due)).toEqual([NOW + 80 * HOUR, NOW + 90 * HOUR]);
    expect(arranged.get('with-teacher')?.map((e) => e.since)).toEqual([10, 20]);
  });
});

it('puts what was taken back above what is due earlier', () => {
  const overdue = entry({ due: NOW - 50 * HOUR });
  const forgotten = entry({ standing: 'taken-back', due: NOW + 50 * HOUR });
  expect(arrangeDesk([overdue, forgotten], NOW).get('needs-you')).toEqual([forgotten, overdue]);
});

describe('timeliness beside the baton', () => {
  const late = { kind: 'per-day', percent: 10, graceMinutes: 15, floorPercent: 50 } as const;
  it.each([
    [NOW + 3 * HOUR, null, 'Due in 3 h', 'soon'],
    [NOW + 100 * HOUR, null, 'Due in 4 days', 'ahead'],
    [NOW - 2 * HOUR, null, 'Overdue by 2 h', 'overdue'],
    [NOW - 2 * HOUR, NOW, 'Closed', 'closed'],
    [null, null, 'No due date', 'none']
  ])('due %s, closing %s', (due, closes, words, tone) => {
    expect(timeToDue({ due, closes, late }, NOW)).toEqual({ words, tone });
  });
  it('says what a round was', () => {
    expect(roundTimeliness(0, NOW).words).toBe('On time');
    expect(roundTimeliness(3660, NOW)).toEqual({ words: 'Late by 1 h 1 min', tone: 'late' });
    expect(roundTimeliness(0, null).words).toBe('No due date');
  });
  it('says what it costs now, and what the rule is', () => {
    expect(costNow(NOW, 'UTC', late, NOW + HOUR)).toBe('Late: day 1, 10 % of the points are lost');
    expect(costNow(NOW, 'UTC', { kind: 'flat', percent: 20, graceMinutes: 0 }, NOW + HOUR)).toMatch(/20 %/);
    expect(costNow(NOW, 'UTC', { kind: 'none' }, NOW + HOUR)).toBe('Late, and it costs no points');
    expect(costNow(NOW, 'UTC', late, NOW)).toBeNull();
    expect(latePolicyWords(late)).toBe(
      'Each started day late costs 10 % of the points, never below 50 %. The first 15 min are free.'
    );
    expect(latePolicyWords({ kind: 'not-accepted', graceMinutes: 0 })).toBe('Late work is not accepted.');
  });
});

it('has words for every standing on both sides, and they differ from each other', () => {
  for (const words of [holdingWords, holdingWordsForTeacher]) {
    const said = STANDINGS.map((standing) => words({ standing, settledBy: 'result' }));
    expect(new Set(said).size).toBe(STANDINGS.length);
  }
});

describe('points', () => {
  it('charges lateness and rounds halves up to hundredths', () => {
    expect(countedPoints(18, 0.9)).toBe(16.2);
    expect(countedPoints(1.005, 1)).toBe(1.01);
    expect(countedPoints(17.5, 0.8)).toBe(14);
  });
  it('writes no needless zeros', () =>
    expect([pointsText(16), pointsText(16.25), pointsText(16.5)]).toEqual(['16', '16.25', '16.5']));
});

describe('the Desk by days, by needs and by outline', () => {
  const due = (at: string) => entry({ due: Date.parse(at) });
  it('groups by the reader’s own days, also in a night that has an hour twice', () => {
    const now = Date.parse('2027-10-30T20:00:00Z');
    // In the Faroes the clocks go back at 1:00 UTC on 31 October: 1:30 happens twice, both times on that day.
    const entries = [
      due('2027-10-30T22:00:00Z'),
      due('2027-10-31T00:30:00Z'),
      due('2027-10-31T01:30:00Z'),
      due('2027-11-01T00:10:00Z')
    ];
    expect(byDay(entries, now, 'Atlantic/Faroe').map(({ inDays, entries: of }) => [inDays, of.length])).toEqual([
      [0, 1],
      [1, 2],
      [2, 1]
    ]);
    expect(dayWords(0, now, 'Atlantic/Faroe')).toMatch(/^Today, /);
    expect(dayWords(1, now, 'Atlantic/Faroe')).toMatch(/^Tomorrow, /);
    expect(dayWords(4, now, 'UTC')).toBe('Saturday 30 October');
  });
  it('leaves what has no date to its own group', () => expect(byDay([entry({ due: null })], NOW, 'UTC')).toEqual([]));
  it('says that it closes for good, even where the due moment has long passed', () => {
    expect(need(entry({ due: NOW - 200 * HOUR, closes: NOW + 40 * HOUR }), NOW)).toBe('closing');
    expect(need(entry({ due: null, closes: NOW + 40 * HOUR }), NOW)).toBe('closing');
    expect(need(entry({ due: null, closes: NOW + 60 * HOUR }), NOW)).toBeNull();
    expect(need(entry({ due: NOW + HOUR, opens: NOW + 1 }), NOW)).toBeNull();
  });
  it('keeps what came back until it was looked at', () => {
    expect(deskGroup(entry({ standing: 'settled', unread: true }), NOW)).toBe('came-back');
    expect(deskGroup(entry({ standing: 'another-round', unread: true }), NOW)).toBe('needs-you');
  });
  it('orders undated work by the course’s outline, what lies in no unit last', () => {
    const [loose, second, first] = [
      entry({ due: null }),
      entry({ due: null, outline: [1, 0] }),
      entry({ due: null, outline: [0, 5] })
    ];
    expect(arrangeDesk([loose, second, first], NOW).get('no-date')).toEqual([first, second, loose]);
  });
  it('compares a wait with the habit of the course', () => {
    const day = 24 * 3600;
    expect(waitWords(NOW - 2 * day * 1000, null, NOW)).toBe('Waiting for 2 days');
    expect(waitWords(NOW - 5 * day * 1000, 3 * day, NOW)).toContain('longer than usual here (about 3 days)');
    expect(waitWords(NOW - day * 1000, 3 * day, NOW)).toContain('here it usually takes about 3 days');
    expect(isLongWait(NOW - 5 * day * 1000, 3 * day, NOW)).toBe(true);
    expect(isLongWait(NOW - 5 * day * 1000, null, NOW)).toBe(false);
    expect(new Set(NEEDS.map(needWords)).size).toBe(NEEDS.length);
  });
});
