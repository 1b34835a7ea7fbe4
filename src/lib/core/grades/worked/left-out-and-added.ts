import { category, type Worked } from './example';

const ALIKE = (more: Partial<ReturnType<typeof category>>) => [category('all', { inside: 'alike', ...more })];
const TESTS_AND_EXAM = (drop: number) => [
  category('Tests', { weight: 50, inside: 'alike', dropLowest: drop, replace: { by: 'w0', most: 1 } }),
  category('Exam', { weight: 50 })
];

/** What is left out, what stands in for it, and what comes on top. */
export const LEFT_OUT_AND_ADDED: Worked[] = [
  {
    title: 'The lowest of three left out',
    scheme: { categories: ALIKE({ dropLowest: 1 }) },
    rows: [
      ['Quiz 1', 'all', '10/10'],
      ['Quiz 2', 'all', '6/10'],
      ['Quiz 3', 'all', '2/10']
    ],
    result: '80 %',
    by: '(1 + 0.6) / 2'
  },
  {
    title: 'Where points differ, the lowest is not the one with the lowest percent',
    scheme: { categories: [category('all', { dropLowest: 1 })] },
    rows: [
      ['Big', 'all', '80/100'],
      ['Poor', 'all', '20/100'],
      ['Tiny', 'all', '1/20']
    ],
    result: '67.5 %',
    by: 'Without “Poor” 81 / 120 = 67.5 %; without “Tiny”, which has the lowest percent, 100 / 200 = 50 %'
  },
  {
    title: 'Two of five left out',
    scheme: { categories: ALIKE({ dropLowest: 2 }) },
    rows: [
      ['1', 'all', '100/100'],
      ['2', 'all', '90/100'],
      ['3', 'all', '80/100'],
      ['4', 'all', '40/100'],
      ['5', 'all', '0/100']
    ],
    result: '90 %',
    by: '(1 + 0.9 + 0.8) / 3'
  },
  {
    title: 'The last one always stays',
    scheme: { categories: ALIKE({ dropLowest: 2 }) },
    rows: [['Only', 'all', '4/10']],
    result: '40 %',
    by: '4 / 10'
  },
  {
    title: 'What is not there can be the one that is left out',
    scheme: { categories: ALIKE({ dropLowest: 1 }), absent: { kind: 'after-due', days: 0 } },
    rows: [
      ['1', 'all', '8/10'],
      ['2', 'all', 'absent/10'],
      ['3', 'all', '6/10']
    ],
    result: '70 %',
    by: '(0.8 + 0.6) / 2, without the zero'
  },
  {
    title: 'Highest and lowest left out, as judges do',
    scheme: { categories: ALIKE({ dropLowest: 1, dropHighest: 1 }) },
    rows: [
      ['1', 'all', '6/10'],
      ['2', 'all', '7/10'],
      ['3', 'all', '8/10'],
      ['4', 'all', '9/10'],
      ['5', 'all', '10/10']
    ],
    result: '80 %',
    by: '(0.7 + 0.8 + 0.9) / 3'
  },
  {
    title: 'The highest alone left out',
    scheme: { categories: ALIKE({ dropHighest: 1 }) },
    rows: [
      ['1', 'all', '10/10'],
      ['2', 'all', '8/10'],
      ['3', 'all', '6/10']
    ],
    result: '70 %',
    by: '(0.8 + 0.6) / 2'
  },
  {
    title: 'Extra credit adds its points',
    scheme: {},
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Lab 2', 'all', '15/20'],
      ['Beach clean', 'all', '4/5 extra']
    ],
    result: '92.5 %',
    by: '(18 + 15 + 4) / 40'
  },
  {
    title: 'Extra credit that is not there takes nothing',
    scheme: { absent: { kind: 'after-due', days: 0 } },
    rows: [
      ['Lab 1', 'all', '18/20'],
      ['Beach clean', 'all', 'absent/5 extra']
    ],
    result: '90 %',
    by: '18 / 20'
  },
  {
    title: 'Held at a hundred',
    scheme: { most: 100 },
    rows: [
      ['Lab 1', 'all', '20/20'],
      ['Beach clean', 'all', '3/5 extra']
    ],
    result: '100 %',
    by: '23 / 20 = 115 %, held at 100 %'
  },
  {
    title: 'Beyond a hundred where the scheme lets it',
    scheme: { most: null },
    rows: [
      ['Lab 1', 'all', '20/20'],
      ['Beach clean', 'all', '3/5 extra']
    ],
    result: '115 %',
    by: '23 / 20'
  },
  {
    title: 'A bonus on top',
    scheme: { categories: [category('Work'), category('Seamanship', { weight: 5, bonus: true })] },
    rows: [
      ['Essay', 'Work', '16/20'],
      ['Watch', 'Seamanship', '6/10']
    ],
    result: '83 %',
    by: '80 + 0.6 × 5'
  },
  {
    title: 'The exam stands in for the lowest test',
    scheme: { categories: TESTS_AND_EXAM(0) },
    rows: [
      ['Exam', 'Exam', '80/100'],
      ['Test 1', 'Tests', '60/100'],
      ['Test 2', 'Tests', '90/100']
    ],
    result: '82.5 %',
    by: 'Tests (0.8 + 0.9) / 2 = 0.85; 0.85 × 50 + 0.8 × 50'
  },
  {
    title: 'The exam is not better, and stands in for nothing',
    scheme: { categories: TESTS_AND_EXAM(0), rounding: { step: 0.01, how: 'half-up' } },
    rows: [
      ['Exam', 'Exam', '70/100'],
      ['Test 1', 'Tests', '85/100'],
      ['Test 2', 'Tests', '90/100']
    ],
    result: '78.75 %',
    by: '0.875 × 50 + 0.7 × 50 = 43.75 + 35'
  },
  {
    title: 'One left out, and the exam for the next',
    scheme: { categories: TESTS_AND_EXAM(1) },
    rows: [
      ['Exam', 'Exam', '80/100'],
      ['Test 1', 'Tests', '40/100'],
      ['Test 2', 'Tests', '60/100'],
      ['Test 3', 'Tests', '90/100']
    ],
    result: '82.5 %',
    by: 'Without 40; 80 for 60: (0.8 + 0.9) / 2 = 0.85; 0.85 × 50 + 0.8 × 50'
  }
];
