import { expect, it } from 'vitest';
import { fullness, fullnessWords, piecesText } from './places';

const places = [
  { id: 'report', optional: false },
  { id: 'data', optional: false },
  { id: 'photo', optional: true },
  { id: null, optional: true }
];

it('counts what is asked for, never what is optional or extra', () => {
  const pieces = [
    { deliverableId: 'report' },
    { deliverableId: 'report' },
    { deliverableId: 'photo' },
    { deliverableId: null }
  ];
  expect(fullness(places, pieces)).toEqual({ asked: 2, filled: 1 });
  expect(fullness([{ id: 'photo', optional: true }], [])).toEqual({ asked: 0, filled: 0 });
});

it.each([
  [0, 0, null],
  [1, 0, 'The one place asked for is empty'],
  [1, 1, 'The one place asked for is filled'],
  [3, 1, '2 of 3 places still empty'],
  [3, 3, 'All 3 places are filled']
])('of %d asked, %d filled', (asked, filled, words) => expect(fullnessWords({ asked, filled })).toBe(words));

it('counts one piece in the singular', () => expect([piecesText(1), piecesText(2)]).toEqual(['1 piece', '2 pieces']));
