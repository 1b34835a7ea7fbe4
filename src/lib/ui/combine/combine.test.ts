import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { CombineNews, CombineOrder } from '../../workers/combine';
import { combine, Unusable } from './combine';

/** A worker that does what the test says. */
class FakeWorker {
  static last: FakeWorker;
  onmessage: ((message: { data: CombineNews }) => void) | null = null;
  onerror: (() => void) | null = null;
  readonly orders: unknown[] = [];
  ended = false;
  constructor() {
    FakeWorker.last = this;
  }
  postMessage(order: unknown) {
    this.orders.push(order);
  }
  terminate() {
    this.ended = true;
  }
  says(data: CombineNews) {
    this.onmessage?.({ data });
  }
}
const ORDER = { parts: [] } as unknown as CombineOrder;
const onProgress = vi.fn();

beforeEach(() => {
  vi.stubGlobal('Worker', FakeWorker);
  onProgress.mockReset();
});
afterEach(() => vi.unstubAllGlobals());

it('is done in a worker of its own, which ends with it', async () => {
  const { done } = combine(ORDER, onProgress);
  const worker = FakeWorker.last;
  expect(worker.orders).toEqual([ORDER]);
  worker.says({ done: 1, of: 4 });
  worker.says({ done: 4, of: 4 });
  expect(onProgress.mock.calls).toEqual([[0.25], [1]]);
  const made = { blob: new Blob(['%PDF-']), pages: 3 };
  worker.says(made);
  expect(await done).toEqual(made);
  expect(worker.ended).toBe(true);
});

it('says which part cannot go in, and why', async () => {
  const { done } = combine(ORDER, onProgress);
  FakeWorker.last.says({ failed: 'locked', part: 2 });
  const refused = await done.catch((error: unknown) => error);
  expect(refused).toBeInstanceOf(Unusable);
  expect(refused).toMatchObject({ why: 'locked', part: 2 });
  expect(FakeWorker.last.ended).toBe(true);
});

it('cannot be had where the worker breaks', async () => {
  const { done } = combine(ORDER, onProgress);
  FakeWorker.last.onerror?.();
  await expect(done).rejects.toMatchObject({ why: 'unreadable' });
});

it('ends at once when it is cancelled, and what comes after it is nobody’s', async () => {
  const { done, cancel } = combine(ORDER, onProgress);
  cancel();
  FakeWorker.last.says({ blob: new Blob(), pages: 1 });
  await expect(done).rejects.toThrow('Cancelled.');
  expect(FakeWorker.last.ended).toBe(true);
});
