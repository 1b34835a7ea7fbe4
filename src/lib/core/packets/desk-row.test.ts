import { describe, expect, it } from 'vitest';
import type { DeskLine } from './desk';
import { deskRow } from './desk-row';

const NOW = 1_000_000_000;
const HOUR = 3_600_000;
const line = (over: Partial<DeskLine> = {}): DeskLine => ({
  ...{
    standing: 'not-started',
    holder: 'student',
    lastMove: null,
    settledBy: null,
    since: null,
    unread: false,
    ranOut: false
  },
  ...{ due: NOW + 100 * HOUR, closes: null, opens: null, late: { kind: 'none' }, outline: null },
  ...{ assignmentId: 'a', title: 'Quadrat count', round: null, lateSeconds: null, points: 10, weight: null },
  course: { slug: 'c', title: 'Tidal Ecology', emblem: 'wave', zone: 'UTC', usualWait: 48 * 3600 },
  ...{ expectedMinutes: null, asked: 1, filled: 0, answered: null, given: null, kept: null },
  ...over
});
const words = (over: Partial<DeskLine>) => deskRow(line(over), NOW).said;

describe('a row of the Desk', () => {
  it('is marked by what is wrong before what is new', () => {
    const edge = (over: Partial<DeskLine>) => deskRow(line(over), NOW).edge;
    expect(edge({})).toBe('plain');
    expect(edge({ unread: true })).toBe('asks');
    expect(edge({ due: NOW + HOUR })).toBe('asks');
    expect(edge({ due: NOW - HOUR, unread: true })).toBe('wrong');
    expect(edge({ standing: 'taken-back' })).toBe('wrong');
    expect(edge({ standing: 'settled', holder: 'nobody' })).toBe('plain');
  });

  it('says its due moment only while it is to be kept, and afterwards how it was', () => {
    expect(deskRow(line(), NOW)).toMatchObject({ due: true, timely: { tone: 'ahead' } });
    expect(deskRow(line({ due: null }), NOW)).toMatchObject({ due: false, timely: { tone: 'none' } });
    const handed = line({ standing: 'submitted', holder: 'teacher', lateSeconds: 90 });
    expect(deskRow(handed, NOW)).toMatchObject({ due: false, timely: { tone: 'late' } });
    expect(deskRow({ ...handed, lateSeconds: null }, NOW).timely).toBeNull();
  });

  it('says what is answered, whose part is open and what waiting is usual, each once and on its side', () => {
    expect(words({ answered: [2, 5], shared: 'open' })).toEqual([
      { words: '2 of 5 answered', strong: false },
      { words: 'Your part is not finished', strong: true }
    ]);
    const waits = { standing: 'submitted', holder: 'teacher', answered: [2, 5], shared: 'open' } as const;
    const [said, ...more] = words({ ...waits, answered: [2, 5], since: NOW - 72 * HOUR });
    expect(said).toMatchObject({ strong: true });
    expect(said?.words).toContain('longer than usual');
    expect(more).toEqual([]);
    expect(words({ ...waits, answered: [2, 5], since: NOW - HOUR })[0]).toMatchObject({ strong: false });
  });

  it('says what the due moment does not: a seal that ran out, and what lateness costs', () => {
    expect(words({ ranOut: true, standing: 'in-progress' })[0]).toMatchObject({
      words: expect.stringContaining('seal')
    });
    const late = { kind: 'per-day', percent: 10, graceMinutes: 0, floorPercent: 0 } as const;
    expect(words({ late })).toEqual([]);
    expect(words({ due: NOW - HOUR, late })).toEqual([{ words: expect.stringContaining('10'), strong: false }]);
  });
});
