import { expect, it } from 'vitest';
import type { RemarkView } from '$core/remarks/remarks';
import { Remarking } from './remarking.svelte';

const remark = (id: string, pieceId: string) => ({ id, pieceId }) as RemarkView;
const ALL = [remark('1', 'report'), remark('2', 'report'), remark('3', 'counts')];

it('gives each piece its own remarks, as they are now', () => {
  let all = ALL;
  const remarking = new Remarking(() => all);
  expect(remarking.of('report').map(({ id }) => id)).toEqual(['1', '2']);
  all = ALL.slice(2);
  expect([remarking.of('report'), remarking.of('counts').length]).toEqual([[], 1]);
});

it('goes through them in their order, round and round, from either end', () => {
  const remarking = new Remarking(() => ALL);
  const through = (by: 1 | -1, steps: number) =>
    Array.from({ length: steps }, () => {
      remarking.step(by);
      return remarking.wanted?.id;
    });
  expect(through(1, 4)).toEqual(['1', '2', '3', '1']);
  expect(through(-1, 3)).toEqual(['3', '2', '1']);
  expect(new Remarking(() => ALL)).toMatchObject({ wanted: null });
  const backwards = new Remarking(() => ALL);
  backwards.step(-1);
  expect(backwards.wanted).toMatchObject({ pieceId: 'counts', id: '3' });
});

it('shows the same one anew each time that it is asked for', () => {
  const remarking = new Remarking(() => ALL);
  remarking.show(ALL[1] as RemarkView);
  const first = remarking.wanted?.turn;
  remarking.show(ALL[1] as RemarkView);
  expect(remarking.wanted?.turn).not.toBe(first);
});

it('goes to the first one where the one that was shown is gone, and nowhere without any', () => {
  let all = ALL;
  const remarking = new Remarking(() => all);
  remarking.show(ALL[2] as RemarkView);
  all = ALL.slice(0, 2);
  remarking.step(1);
  expect(remarking.wanted?.id).toBe('1');
  const none = new Remarking(() => []);
  none.step(1);
  expect(none.wanted).toBeNull();
});
