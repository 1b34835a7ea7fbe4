import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { asDependency, topics } from '$core/live/topics';
import { keepCurrent } from './keep-current';

/** What stands in for the browser's page: what it shows, where it goes, and what was read anew. */
const browser = vi.hoisted(() => ({
  page: { data: {} as { shows?: string[] } },
  navigating: { to: null as object | null, complete: null as Promise<void> | null },
  invalidate: vi.fn(async (_: (url: URL) => boolean) => undefined),
  invalidateAll: vi.fn(async () => undefined)
}));
vi.mock('$app/navigation', () => browser);
vi.mock('$app/state', () => browser);
const { page, navigating, invalidate, invalidateAll } = browser;

const besides = vi.fn();
let there: boolean;
const reach = vi.fn(async () => there);
const settle = () => vi.advanceTimersByTimeAsync(0);
/** Whether the page was read anew for what it shows of a topic. */
const readFor = (topic: string) => invalidate.mock.calls.some(([of]) => of(new URL(asDependency(topic))));

beforeEach(() => {
  vi.useFakeTimers();
  vi.clearAllMocks();
  there = true;
  page.data = { shows: [topics.work] };
  Object.assign(navigating, { to: null, complete: null });
});
afterEach(() => vi.useRealTimers());

describe('a page', () => {
  it('is read anew for what it shows, and for nothing else', async () => {
    const { changed } = keepCurrent(reach, besides);
    await changed(new Set([topics.shelf]));
    expect(reach).not.toHaveBeenCalled();
    await changed(new Set([topics.work, topics.shelf]));
    expect([readFor(topics.work), readFor(topics.plan), invalidateAll.mock.calls.length]).toEqual([true, false, 0]);
  });

  it('shows tidings, whatever else', async () => {
    const { changed } = keepCurrent(reach, besides);
    await changed(new Set([topics.tidings]));
    expect(readFor(topics.tidings)).toBe(true);
  });

  it('is read whole where anything may have changed, or where it does not say what it shows', async () => {
    const { changed } = keepCurrent(reach, besides);
    await changed();
    page.data = {};
    await changed(new Set([topics.shelf]));
    expect([invalidateAll.mock.calls.length, invalidate.mock.calls.length]).toEqual([2, 0]);
  });

  it('tells of every change what is read for itself', async () => {
    const { changed } = keepCurrent(reach, besides);
    await changed(new Set([topics.plan]));
    expect(besides.mock.calls).toEqual([[new Set([topics.plan])]]);
  });
});

describe('a server that is away', () => {
  it('is asked again after a while, for all that was missed together', async () => {
    page.data = { shows: [topics.work, topics.shelf] };
    const { changed } = keepCurrent(reach, besides);
    there = false;
    await changed(new Set([topics.work]));
    await changed(new Set([topics.shelf]));
    await vi.advanceTimersByTimeAsync(4999);
    expect([reach.mock.calls.length, invalidate.mock.calls.length]).toEqual([2, 0]);
    there = true;
    await vi.advanceTimersByTimeAsync(1);
    expect(invalidate).toHaveBeenCalledOnce();
    expect([readFor(topics.work), readFor(topics.shelf)]).toEqual([true, true]);
  });

  it('is not asked by a page that has gone', async () => {
    const { changed, stop } = keepCurrent(reach, besides);
    there = false;
    await changed(null);
    stop();
    await vi.advanceTimersByTimeAsync(60_000);
    expect(reach).toHaveBeenCalledOnce();
  });
});

describe('somebody who is on their way to another page', () => {
  it('is not held up: it is read once they are there', async () => {
    const { changed } = keepCurrent(reach, besides);
    let arrive = () => {};
    navigating.complete = new Promise((resolve) => (arrive = resolve));
    void changed(null);
    await settle();
    expect(reach).not.toHaveBeenCalled();
    arrive();
    await settle();
    expect(invalidateAll).toHaveBeenCalledOnce();
  });

  it('is not held up where they left while the server was asked', async () => {
    let arrive = () => {};
    reach.mockImplementationOnce(async () => {
      navigating.to = {};
      navigating.complete = new Promise<void>((resolve) => (arrive = resolve)).then(() => {
        Object.assign(navigating, { to: null, complete: null });
      });
      return true;
    });
    const { changed } = keepCurrent(reach, besides);
    void changed(null);
    await settle();
    expect(invalidateAll).not.toHaveBeenCalled();
    arrive();
    await settle();
    expect(invalidateAll).toHaveBeenCalledOnce();
  });

  it('and stays, since what they wanted could not be had, reads it all the same', async () => {
    navigating.complete = Promise.reject(new Error('Cancelled.'));
    await keepCurrent(reach, besides).changed(null);
    expect(invalidateAll).toHaveBeenCalledOnce();
  });
});

it('ends for whoever waits once the page shows it, also where another reading overtook theirs', async () => {
  const { changed } = keepCurrent(reach, besides);
  let overtaken = () => {};
  let shown = () => {};
  invalidateAll.mockImplementationOnce(() => new Promise((resolve) => (overtaken = () => resolve(undefined))));
  invalidateAll.mockImplementationOnce(() => new Promise((resolve) => (shown = () => resolve(undefined))));
  const ended: string[] = [];
  const first = changed().then(() => ended.push('first'));
  await settle();
  const second = changed().then(() => ended.push('second'));
  await settle();
  overtaken();
  await settle();
  expect(ended).toEqual([]);
  shown();
  await Promise.all([first, second]);
  expect(ended.sort()).toEqual(['first', 'second']);
});

it('fails for whoever waits for it where the page could not be read', async () => {
  invalidateAll.mockRejectedValueOnce(new Error('The line broke.'));
  await expect(keepCurrent(reach, besides).changed(null)).rejects.toThrow('The line broke.');
});
