import { afterEach, expect, it, vi } from 'vitest';
import { RunwayData } from './runway-data.svelte';

afterEach(() => vi.unstubAllGlobals());
const answers = (answer: () => Promise<Response>) => vi.stubGlobal('fetch', vi.fn(answer));
const SHOWN = { dues: [], sessions: [], now: 7 };

it('shows what the server says of it', async () => {
  answers(async () => new Response(JSON.stringify(SHOWN)));
  const runway = new RunwayData();
  expect(runway.current).toBeNull();
  expect([await runway.read(), runway.current]).toEqual([true, SHOWN]);
  expect(fetch).toHaveBeenCalledWith('/runway');
});

it.each([
  ['without a connection', () => Promise.reject(new TypeError('Failed to fetch'))],
  ['where the server fails', async () => new Response('', { status: 500 })],
  ['where it answers with no JSON', async () => new Response('<h1>Sign in</h1>')]
])('keeps what it last knew %s', async (_, answer) => {
  answers(async () => new Response(JSON.stringify(SHOWN)));
  const runway = new RunwayData();
  await runway.read();
  answers(answer);
  expect([await runway.read(), runway.current]).toEqual([false, SHOWN]);
});
