import { expect, it } from 'vitest';
import { classFilterWords, CLASS_FILTERS, filtersOf, holderRank, isInFilter } from './class-filter';
import type { ClassLine } from './views';

const line = (given: Partial<ClassLine>): ClassLine => ({
  studentId: 'x',
  student: 'Ilse Varga',
  packetId: null,
  rounds: 0,
  due: null,
  extended: false,
  since: null,
  given: null,
  kept: null,
  sealUntil: null,
  ranOut: false,
  claim: null,
  askedBack: false,
  extraMinutes: 0,
  holder: 'student',
  standing: 'not-started',
  settledBy: null,
  lastMove: null,
  ...given
});
const CLASS = [
  line({}),
  line({ standing: 'revising', holder: 'student', extended: true }),
  line({ standing: 'submitted', holder: 'teacher', askedBack: true }),
  line({ standing: 'closed', holder: 'nobody', claim: 'On the quay' }),
  line({ standing: 'settled', holder: 'student', settledBy: 'excused' }),
  line({ standing: 'settled', holder: 'nobody' })
];

it('shows each student with exactly one holder', () => {
  for (const one of CLASS)
    expect(['teacher', 'student', 'closed', 'settled'].filter((f) => isInFilter(one, f as 'teacher'))).toHaveLength(1);
});

it('counts what it shows, and leaves out what would show nobody', () => {
  expect(filtersOf(CLASS).map(({ filter, count }) => `${filter} ${count}`)).toEqual([
    'all 6',
    'teacher 1',
    'student 2',
    'closed 1',
    'settled 2',
    'asks 2',
    'extended 1'
  ]);
  expect(filtersOf([])).toEqual([{ filter: 'all', count: 0 }]);
});

it('puts what is with the teacher first, and has words for every filter', () => {
  expect([...CLASS].sort((a, b) => holderRank(a) - holderRank(b))[0]?.holder).toBe('teacher');
  expect(new Set(CLASS_FILTERS.map(classFilterWords)).size).toBe(CLASS_FILTERS.length);
});
