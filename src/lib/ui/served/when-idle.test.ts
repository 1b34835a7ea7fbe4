import { beforeEach, expect, test, vi } from 'vitest';

/** A page whose pauses are made by hand; each is one task. */
let pauses: Array<() => void> = [];
const pause = () => pauses.shift()?.();
/** Milliseconds that each thing takes, by a clock that nothing else moves. */
let taking = 0;

async function fresh() {
  vi.resetModules();
  pauses = [];
  let now = 0;
  taking = 20;
  vi.spyOn(performance, 'now').mockImplementation(() => (now += taking));
  vi.stubGlobal('requestIdleCallback', (perform: () => void) => pauses.push(perform));
  return (await import('./when-idle')).whenIdle;
}

beforeEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

test('one thing that takes long is done at each pause, in the order in which they asked', async () => {
  const whenIdle = await fresh();
  const done: string[] = [];
  for (const name of ['a', 'b', 'c']) whenIdle(() => done.push(name));
  expect([done.length, pauses.length]).toEqual([0, 1]);
  pause();
  expect(done).toEqual(['a']);
  pause();
  pause();
  expect(done).toEqual(['a', 'b', 'c']);
  expect(pauses).toHaveLength(0);
});

test('as much is done at one pause as a press can wait for, and what else there is at the next', async () => {
  const whenIdle = await fresh();
  taking = 6;
  const done: string[] = [];
  for (const name of ['a', 'b', 'c', 'd', 'e']) whenIdle(() => done.push(name));
  pause();
  expect(done).toEqual(['a', 'b', 'c']);
  pause();
  expect([done.length, pauses.length]).toEqual([5, 0]);
});

test('what lies within something comes before what stands after it', async () => {
  const whenIdle = await fresh();
  const done: string[] = [];
  whenIdle(() => {
    done.push('place');
    whenIdle(() => done.push('its pieces'));
    whenIdle(() => done.push('its ways'));
  });
  whenIdle(() => done.push('questions'));
  while (pauses.length > 0) pause();
  expect(done).toEqual(['place', 'its pieces', 'its ways', 'questions']);
});

test('what was taken back is not done, also by something within which it lay', async () => {
  const whenIdle = await fresh();
  const done: string[] = [];
  const leave = whenIdle(() => done.push('left'));
  whenIdle(() => whenIdle(() => done.push('within, and left'))());
  whenIdle(() => done.push('stays'));
  leave();
  while (pauses.length > 0) pause();
  expect(done).toEqual(['stays']);
});

test('one that fails does not hold up the others', async () => {
  const whenIdle = await fresh();
  const done: string[] = [];
  whenIdle(() => {
    throw new Error('it broke');
  });
  whenIdle(() => done.push('other'));
  expect(pause).toThrow('it broke');
  pause();
  expect(done).toEqual(['other']);
});

test('a browser that tells of no pauses does them all the same', async () => {
  const whenIdle = await fresh();
  vi.stubGlobal('requestIdleCallback', undefined);
  Reflect.deleteProperty(globalThis, 'requestIdleCallback');
  vi.useFakeTimers();
  const done: string[] = [];
  whenIdle(() => done.push('a'));
  vi.runAllTimers();
  vi.useRealTimers();
  expect(done).toEqual(['a']);
});
