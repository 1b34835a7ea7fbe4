import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { digestText, isQuietWeek, weekTold, type Digest } from './digest';

const at = (text: string) => Date.parse(text);

describe('the week that is told', () => {
  it('ends on Sunday at five on the student’s clocks', () => {
    expect(weekTold(at('2027-03-14T16:59:59Z'), 'UTC').week).toBe('2027-03-07');
    expect(weekTold(at('2027-03-14T17:00:00Z'), 'UTC')).toEqual({
      week: '2027-03-14',
      from: at('2027-03-07T17:00:00Z'),
      to: at('2027-03-14T17:00:00Z')
    });
    expect(weekTold(at('2027-03-14T08:30:00Z'), 'Asia/Tokyo').week).toBe('2027-03-14');
  });

  it('is an hour shorter where the clocks went forward', () => {
    const { from, to } = weekTold(at('2027-03-28T18:00:00Z'), 'Atlantic/Faroe');
    expect((to - from) / 3_600_000).toBe(167);
  });

  it('goes on without a gap', () => {
    fc.assert(
      fc.property(fc.integer({ min: at('2026-01-01T00:00:00Z'), max: at('2028-01-01T00:00:00Z') }), (now) => {
        const { from, to } = weekTold(now, 'Atlantic/Faroe');
        expect(to).toBeLessThanOrEqual(now);
        expect(now - to).toBeLessThan(8 * 86_400_000);
        expect(weekTold(from, 'Atlantic/Faroe').to).toBe(from);
      })
    );
  });
});

describe('a summary', () => {
  const course = { title: 'Tidal Ecology', announced: [], set: [], submitted: [], late: [], returned: [] };
  const digest = (over: Partial<Digest['courses'][number]>): Digest => ({
    student: 'Ilse',
    from: 0,
    to: at('2027-03-14T17:00:00Z'),
    courses: [{ ...course, ...over }]
  });

  it('says what happened, course by course', () => {
    const text = digestText(
      digest({
        late: [{ title: 'Field report', due: at('2027-03-12T18:00:00Z') }],
        returned: [{ title: 'Count', points: 17, of: 20, again: false }]
      }),
      'UTC'
    );
    expect(text).toBe(
      'Tidal Ecology\n- Overdue, nothing is there: Field report, due Fri 12 Mar, 18:00\n- Came back: Count, 17 of 20 points'
    );
  });

  it('says that nothing happened', () => {
    expect(isQuietWeek(digest({}))).toBe(true);
    expect(digestText(digest({}), 'UTC')).toContain('Nothing was');
  });
});
