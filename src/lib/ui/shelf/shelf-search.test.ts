import { beforeEach, expect, it, vi } from 'vitest';
import type { ShelfFile } from '$core/shelf/views';
import { ShelfSearch } from './shelf-search.svelte';
import type { ReadShelf } from './shelf-reader';

const file = (id: string, name = `${id}.pdf`) => ({ id, name, changedAt: 7 }) as ShelfFile;
const read = vi.fn<ReadShelf>();
const search = (among?: (one: ShelfFile) => boolean) => new ShelfSearch(read, undefined, among);
const ids = (of: ShelfSearch) => of.files?.map(({ id }) => id);

beforeEach(() => {
  read.mockReset();
  read.mockResolvedValue({ files: [file('a'), file('b')], more: false });
});

it('has no files until the Shelf was asked, and then those that it found', async () => {
  const shelf = search();
  expect(shelf.files).toBeNull();
  await shelf.show('log');
  expect([read.mock.calls, ids(shelf)]).toEqual([[[{ search: 'log' }]], undefined]);
  shelf.search = 'log';
  await shelf.show();
  expect([ids(shelf), shelf.more]).toEqual([['a', 'b'], false]);
});

it('passes over an answer to what was typed before', async () => {
  const shelf = search();
  let late: (found: Awaited<ReturnType<ReadShelf>>) => void = () => undefined;
  read.mockImplementationOnce(() => new Promise((resolve) => (late = resolve)));
  shelf.search = 'lo';
  const first = shelf.show();
  shelf.search = 'log';
  await shelf.show();
  late({ files: [file('old')], more: true });
  await first;
  expect([ids(shelf), shelf.more]).toEqual([['a', 'b'], false]);
});

it('says that it failed, keeps what it showed, and shows files again once they come', async () => {
  const shelf = search();
  await shelf.show();
  read.mockRejectedValueOnce(new TypeError('Failed to fetch'));
  await shelf.show();
  expect([shelf.failed, ids(shelf)]).toEqual([true, ['a', 'b']]);
  await shelf.show();
  expect(shelf.failed).toBe(false);
});

it('shows more from the last one on, and says whether there is more', async () => {
  const shelf = search();
  await shelf.show();
  read.mockResolvedValueOnce({ files: [file('c')], more: true });
  await shelf.showMore();
  expect(read.mock.lastCall).toEqual([{ search: '', after: { at: 7, id: 'b' } }]);
  expect([ids(shelf), shelf.more]).toEqual([['a', 'b', 'c'], true]);
});

it('asks for nothing more where it has nothing', async () => {
  const shelf = search();
  await shelf.showMore();
  expect(read).not.toHaveBeenCalled();
});

it('shows only those that are meant, of more too', async () => {
  const shelf = search(({ name }) => name.endsWith('.jpg'));
  read.mockResolvedValueOnce({ files: [file('a'), file('b', 'b.jpg')], more: true });
  await shelf.show();
  read.mockResolvedValueOnce({ files: [file('c', 'c.jpg'), file('d')], more: false });
  await shelf.showMore();
  expect(ids(shelf)).toEqual(['b', 'c']);
});
