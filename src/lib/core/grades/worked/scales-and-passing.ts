import { SCALES, type Scale } from '../scales';
import { category, type Worked } from './example';

const LETTERS: Scale = SCALES.find(({ title }) => title === 'Letters')?.scale ?? { kind: 'percent' };
const PRACTICE_AND_EXAM = [category('Practice', { weight: 40, minimum: 50 }), category('Exam', { weight: 60 })];

/** The scales that schools use, rounding, and what is needed to pass. */
export const SCALES_AND_PASSING: Worked[] = [
  {
    title: '0 to 20, in halves',
    scheme: { scale: { kind: 'line', from: 0, to: 20 }, rounding: { step: 0.5, how: 'half-up' } },
    rows: [['Work', 'all', '87.6/100']],
    result: '17.5',
    by: '0.876 × 20 = 17.52'
  },
  {
    title: '0 to 20, in quarters',
    scheme: { scale: { kind: 'line', from: 0, to: 20 }, rounding: { step: 0.25, how: 'half-up' } },
    rows: [['Work', 'all', '157/200']],
    result: '15.75',
    by: '0.785 × 20 = 15.7'
  },
  {
    title: '1 to 6, six is best, in halves',
    scheme: { scale: { kind: 'line', from: 1, to: 6 }, rounding: { step: 0.5, how: 'half-up' } },
    rows: [['Work', 'all', '157/200']],
    result: '5',
    by: '1 + 5 × 0.785 = 4.925'
  },
  {
    title: '6 to 1, one is best, one decimal',
    scheme: { scale: { kind: 'line', from: 6, to: 1 }, rounding: { step: 0.1, how: 'half-up' } },
    rows: [['Work', 'all', '157/200']],
    result: '2.1',
    by: '6 - 5 × 0.785 = 2.075'
  },
  {
    title: 'Letters, by whole percent',
    scheme: { scale: LETTERS, rounding: { step: 1, how: 'half-up' } },
    rows: [['Work', 'all', '179/200']],
    result: 'A',
    by: '89.5 is rounded to 90, where A begins'
  },
  {
    title: 'Letters, always down',
    scheme: { scale: LETTERS, rounding: { step: 1, how: 'down' } },
    rows: [['Work', 'all', '179/200']],
    result: 'B',
    by: '89.5 is rounded to 89'
  },
  {
    title: 'Halves up',
    scheme: { rounding: { step: 1, how: 'half-up' } },
    rows: [['Work', 'all', '33/40']],
    result: '83 %',
    by: '82.5'
  },
  {
    title: 'Halves to the even one',
    scheme: { rounding: { step: 1, how: 'half-even' } },
    rows: [['Work', 'all', '33/40']],
    result: '82 %',
    by: '82.5'
  },
  {
    title: 'Always up',
    scheme: { rounding: { step: 0.1, how: 'up' } },
    rows: [['Work', 'all', '80.01/100']],
    result: '80.1 %',
    by: '80.01'
  },
  {
    title: 'A half that is made of sixths is a half',
    scheme: { categories: [category('all', { inside: 'alike' })], rounding: { step: 0.01, how: 'half-up' } },
    rows: [
      ['1', 'all', '1/6'],
      ['2', 'all', '1/6'],
      ['3', 'all', '1/6'],
      ['4', 'all', '5/8']
    ],
    result: '28.13 %',
    by: '(1/6 + 1/6 + 1/6 + 5/8) / 4 = 1.125 / 4 = 28.125 %'
  },
  {
    title: 'A minimum that is not reached holds the result down',
    scheme: { categories: PRACTICE_AND_EXAM, pass: 50, failedAtMost: 49 },
    rows: [
      ['Practice', 'Practice', '45/100'],
      ['Exam', 'Exam', '90/100']
    ],
    result: '49 %',
    passed: false,
    by: '0.45 × 40 + 0.9 × 60 = 72, held at 49 since 45 is under 50'
  },
  {
    title: 'A minimum that is just reached',
    scheme: { categories: PRACTICE_AND_EXAM, pass: 50, failedAtMost: 49 },
    rows: [
      ['Practice', 'Practice', '50/100'],
      ['Exam', 'Exam', '90/100']
    ],
    result: '74 %',
    passed: true,
    by: '0.5 × 40 + 0.9 × 60 = 20 + 54'
  },
  {
    title: 'Passing goes by the exact figure, not by the rounded one',
    scheme: { pass: 50, rounding: { step: 1, how: 'half-up' } },
    rows: [['Work', 'all', '99/200']],
    result: '50 %',
    passed: false,
    by: '49.5 % reads as 50 % and is under 50'
  },
  {
    title: 'Passing takes the credits too',
    scheme: { pass: 50, passTakes: { credits: true } },
    rows: [['Work', 'all', '80/100']],
    beside: { credits: { granted: 30, target: 40 }, stages: null },
    result: '80 %',
    passed: false,
    by: '80 is enough; 30 of 40 hours are not'
  },
  {
    title: 'Passing takes all stages too',
    scheme: { pass: 50, passTakes: { stages: true } },
    rows: [['Work', 'all', '80/100']],
    beside: { credits: null, stages: { through: 4, of: 4 } },
    result: '80 %',
    passed: true,
    by: '80 is enough, and all four stages are passed'
  }
];
