import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planMarks } from './marks-file';

const CLASS = [
  { account: 'ilse', student: 'Ilse Varga', packetId: 'p1', round: 2 },
  { account: 'teodor', student: 'Teodor Brandt', packetId: 'p2', round: 1 },
  { account: 'maren', student: 'Maren Okafor', packetId: null, round: null }
];
const file = (...rows: Array<Record<string, string>>) => ({
  header: ['Account', 'round', 'points', 'remark'],
  rows: rows.map((fields, i) => ({ line: i + 2, fields: { Account: '', ...fields } }))
});

describe('marks of a file', () => {
  it('are taken as people write them, and rows that say nothing are passed over', () => {
    const plan = planMarks(
      file({ Account: 'Ilse', points: '17,5', round: '2' }, { Account: 'teodor' }, { Account: 'maren' }),
      CLASS,
      20
    );
    expect(plan).toEqual({
      marks: [{ packetId: 'p1', student: 'Ilse Varga', round: 2, points: 17.5, remark: '' }],
      blank: 2,
      problems: []
    });
    const remark = "'=not a formula";
    expect(planMarks(file({ Account: 'ilse', remark }), CLASS, null).marks[0]?.remark).toBe('=not a formula');
  });

  it.each([
    [{ Account: 'nobody', points: '1' }, 'has the account “nobody”'],
    [{ Account: '', points: '1' }, 'No account'],
    [{ Account: 'maren', points: '1' }, 'Nothing of Maren Okafor is with you'],
    [{ Account: 'ilse', points: '1', round: '1' }, 'round 2 is with you'],
    [{ Account: 'ilse', points: 'many' }, 'no number'],
    [{ Account: 'ilse', points: '-1' }, 'no number'],
    [{ Account: 'ilse', points: '21' }, 'more than the 20'],
    [{ Account: 'ilse', remark: 'x'.repeat(20_001) }, '20,000']
  ])('are refused by line where they do not fit: %o', (row, words) => {
    const { marks, problems } = planMarks(file({ Account: 'teodor', points: '3' }, row), CLASS, 20);
    expect(marks).toHaveLength(1);
    expect(problems).toEqual([{ line: 3, words: expect.stringContaining(words) as unknown as string }]);
  });

  it('stand there once each, in a file that has the columns for it', () => {
    const twice = planMarks(file({ Account: 'ilse', points: '1' }, { Account: 'ILSE', points: '2' }), CLASS, 20);
    expect(twice.problems[0]).toEqual({ line: 3, words: 'Ilse Varga stands there twice.' });
    expect(planMarks({ header: ['name', 'points'], rows: [] }, CLASS, 20).problems[0]?.line).toBe(1);
  });

  it('are all of what the file says, whatever that is', () => {
    const row = fc.record({
      Account: fc.constantFrom('ilse', 'teodor', 'maren', 'x', ''),
      points: fc.string({ maxLength: 6 })
    });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 8 }), (rows) => {
        const { marks, blank, problems } = planMarks(file(...rows), CLASS, 20);
        expect(marks.length + blank + problems.length).toBe(rows.length);
        for (const { points } of marks) expect(points === null || (points >= 0 && points <= 20)).toBe(true);
      })
    );
  });
});
