import { category, type Worked } from './example';

const LABS_AND_EXAM = [category('Labs', { weight: 40 }), category('Exam', { weight: 60 })];

/** Points, weights, and what is not there. */
export const POINTS_AND_WEIGHTS: Worked[] = [
  {
    title: 'Points over points',
    scheme: {},
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', '15/20']
    ],
    result: '82.5 %',
    by: '(18 + 15) / (20 + 20) = 33 / 40'
  },
  {
    title: 'What is not marked yet counts for nothing',
    scheme: {},
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', '-/20']
    ],
    result: '90 %',
    by: '18 / 20'
  },
  {
    title: 'Nothing has a result',
    scheme: {},
    rows: [['Lab 1', 'all', '-/20']],
    result: null,
    by: 'Nothing to measure'
  },
  {
    title: 'What is not there is zero from its due moment on',
    scheme: { absent: { kind: 'after-due', days: 0 } },
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', 'absent/20']
    ],
    result: '45 %',
    by: '18 / 40'
  },
  {
    title: 'What is not there never counts',
    scheme: { absent: { kind: 'never' } },
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', 'absent/20']
    ],
    result: '90 %',
    by: '18 / 20'
  },
  {
    title: 'Zero a week after it was due: five days after, not yet',
    scheme: { absent: { kind: 'after-due', days: 7 } },
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', 'absent/20']
    ],
    result: '90 %',
    by: '18 / 20'
  },
  {
    title: 'Zero from a day that is past',
    scheme: { absent: { kind: 'from', day: '2027-03-08' } },
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', 'absent/20']
    ],
    result: '45 %',
    by: '18 / 40, since the 8th has come'
  },
  {
    title: 'Zero from a day to come',
    scheme: { absent: { kind: 'from', day: '2027-06-01' } },
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', 'absent/20']
    ],
    result: '90 %',
    by: '18 / 20'
  },
  {
    title: 'What is excused takes no part',
    scheme: {},
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', 'excused/20'],
      ['Lab 3', 'all', '10/20']
    ],
    result: '70 %',
    by: '28 / 40'
  },
  {
    title: 'Points after lateness',
    scheme: {},
    rows: [['Report', 'all', '14.4/20']],
    result: '72 %',
    by: '18 less a fifth for two days is 14.4; 14.4 / 20'
  },
  {
    title: 'Categories by their weights',
    scheme: { categories: LABS_AND_EXAM },
    rows: [
      ['Lab 1', 'Labs', '18/20'],
      ['Lab 2', 'Labs', '15/20'],
      ['Exam', 'Exam', '91/100']
    ],
    result: '87.6 %',
    by: '0.825 × 40 + 0.91 × 60 = 33 + 54.6'
  },
  {
    title: 'A category without results weighs nothing so far',
    scheme: { categories: LABS_AND_EXAM },
    rows: [
      ['Lab 1', 'Labs', '18/20'],
      ['Lab 2', 'Labs', '15/20'],
      ['Exam', 'Exam', '-/100']
    ],
    result: '82.5 %',
    by: '0.825 × 40 / 40'
  },
  {
    title: 'Weights that do not add up to a hundred',
    scheme: { categories: [category('Labs', { weight: 30 }), category('Exam', { weight: 20 })] },
    rows: [
      ['Lab', 'Labs', '8/10'],
      ['Exam', 'Exam', '5/10']
    ],
    result: '68 %',
    by: '(0.8 × 30 + 0.5 × 20) / 50 = 34 / 50'
  },
  {
    title: 'Each its share',
    scheme: { categories: [category('all', { inside: 'shares' })] },
    rows: [
      ['Essay', 'all', '14/20 ×3'],
      ['Quiz', 'all', '9/10 ×1']
    ],
    result: '75 %',
    by: '(0.7 × 3 + 0.9 × 1) / 4 = 3 / 4'
  },
  {
    title: 'All alike, whatever their points',
    scheme: { categories: [category('all', { inside: 'alike' })] },
    rows: [
      ['Essay', 'all', '50/100'],
      ['Quiz', 'all', '10/10']
    ],
    result: '75 %',
    by: '(0.5 + 1) / 2'
  },
  {
    title: 'Categories by the points in them, the lowest quiz left out',
    scheme: { between: 'points', categories: [category('Quizzes', { dropLowest: 1 }), category('Project')] },
    rows: [
      ['Quiz 1', 'Quizzes', '9/10'],
      ['Quiz 2', 'Quizzes', '3/10'],
      ['Project', 'Project', '70/80']
    ],
    result: '87.8 %',
    by: '(9 + 70) / 90 = 0.8777…'
  },
  {
    title: 'What lies in no category does not count',
    scheme: {},
    rows: [
      ['Lab', 'all', '18/20'],
      ['Survey', '', '0/10']
    ],
    result: '90 %',
    by: '18 / 20'
  },
  {
    title: 'Passed ones of all that were judged',
    scheme: { categories: [category('all', { inside: 'passes' })] },
    rows: [
      ['Knot 1', 'all', 'passed'],
      ['Knot 2', 'all', 'passed'],
      ['Knot 3', 'all', 'passed'],
      ['Knot 4', 'all', 'passed'],
      ['Knot 5', 'all', 'not passed'],
      ['Knot 6', 'all', '- passed']
    ],
    result: '80 %',
    by: '4 / 5'
  },
  {
    title: 'Passes beside points',
    scheme: { categories: [category('Knots', { weight: 30, inside: 'passes' }), category('Exam', { weight: 70 })] },
    rows: [
      ['Knot 1', 'Knots', 'passed'],
      ['Knot 2', 'Knots', 'passed'],
      ['Knot 3', 'Knots', 'passed'],
      ['Knot 4', 'Knots', 'passed'],
      ['Knot 5', 'Knots', 'not passed'],
      ['Exam', 'Exam', '65/100']
    ],
    result: '69.5 %',
    by: '0.8 × 30 + 0.65 × 70 = 24 + 45.5'
  }
];
