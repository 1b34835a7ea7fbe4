import { expect, it } from 'vitest';
import type { CustodyEvent } from './events';
import { trackMoves } from './track-moves';

const stage = (title: string, office: string | null = null) => ({ title, office });
const move = (at: number, from: string, to: string | null, more: object = {}) =>
  ({
    type: 'stage-moved',
    at,
    from: stage(from),
    to: to === null ? null : stage(to),
    back: false,
    goes: 'on',
    remark: '',
    ...more
  }) as unknown as CustodyEvent;
const event = (type: string) => ({ type, at: 0 }) as unknown as CustodyEvent;

it('tells the latest move first, past the last stage too', () => {
  const told = trackMoves([
    event('submitted'),
    move(1, 'Proposal', 'Draft', { remark: 'Go on.' }),
    event('returned'),
    move(2, 'Draft', 'Proposal', { back: true, from: stage('Draft', 'Harbour office') }),
    move(3, 'Proposal', null)
  ]);
  expect(told).toEqual([
    { at: 3, from: 'Proposal', to: null, back: false, office: null, remark: '' },
    { at: 2, from: 'Draft', to: 'Proposal', back: true, office: 'Harbour office', remark: '' },
    { at: 1, from: 'Proposal', to: 'Draft', back: false, office: null, remark: 'Go on.' }
  ]);
});

it('tells nothing of a move that was undone at once, and keeps one that came before another return', () => {
  expect(trackMoves([move(1, 'a', 'b'), event('return-undone')])).toEqual([]);
  expect(trackMoves([move(1, 'a', 'b'), event('returned'), event('return-undone')]).map(({ at }) => at)).toEqual([1]);
  expect(trackMoves([move(1, 'a', 'b'), move(2, 'b', 'c'), event('return-undone')]).map(({ at }) => at)).toEqual([1]);
  expect(trackMoves([move(1, 'a', 'b', { goes: 'office' }), event('return-undone')]).map(({ at }) => at)).toEqual([1]);
});
