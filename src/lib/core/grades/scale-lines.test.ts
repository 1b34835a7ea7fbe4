import { expect, it } from 'vitest';
import { ScaleForm, scaleLines, scaleWords } from './scale-lines';
import { SCALES } from './scales';

const bands = (text: string) => ScaleForm.safeParse({ kind: 'bands', bands: text });

it('comes back as it was written, whatever the scale', () => {
  for (const { scale } of SCALES) expect(ScaleForm.parse(scaleLines(scale))).toEqual(scale);
});

it('reads bands as people write them, in any order', () => {
  expect(bands('Good: 62,5\r\nVery good   from 87.5 %\n\nNot there yet 0').data).toEqual({
    kind: 'bands',
    bands: [
      { name: 'Very good', from: 87.5 },
      { name: 'Good', from: 62.5 },
      { name: 'Not there yet', from: 0 }
    ]
  });
});

it.each([
  ['A 90\nninety', 'Write each band on a line of its own'],
  ['A 90\nB 90\nC 0', 'each beginning below the one before'],
  ['A 90\nB 40', 'The lowest band begins at 0 %'],
  ['A 0', 'two at least'],
  ['', 'two at least']
])('refuses %j with what is wrong', (text, words) => {
  expect(
    bands(text)
      .error?.issues.map(({ message }) => message)
      .join(' ')
  ).toContain(words);
});

it('takes no line on which nothing and everything are the same', () => {
  expect(ScaleForm.safeParse({ kind: 'line', from: '5', to: '5' }).success).toBe(false);
  expect(ScaleForm.parse({ kind: 'line', from: '6', to: '1' })).toEqual({ kind: 'line', from: 6, to: 1 });
});

it('says each in a line', () => {
  expect(SCALES.map(scaleWords)).toContain('from 6 for nothing to 1 for everything');
  expect(SCALES.map(scaleWords)).toContain('Passed from 50 %, else Not passed');
});
