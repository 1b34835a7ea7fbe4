import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { readPatiently } from '../../src/routes/shared/read-patiently';

/** What the line does with each request in turn. */
let line: Array<'breaks' | 'breaks in the middle' | Response> = [];
let asked: string[] = [];

const broken = () =>
  new Response(
    new ReadableStream({
      start(controller) {
        controller.enqueue(new TextEncoder().encode('half'));
        controller.error(new TypeError('network error'));
      }
    })
  );

beforeEach(() => {
  vi.useFakeTimers();
  [line, asked] = [[], []];
  const origin = 'https://desk.vendro.example';
  vi.stubGlobal('location', { origin, href: `${origin}/desk` });
  vi.stubGlobal('window', {
    fetch: async (address: string) => {
      asked.push(address);
      const next = line.shift();
      if (next === 'breaks') throw new TypeError('Failed to fetch');
      return next === 'breaks in the middle' ? broken() : (next ?? new Response('fine'));
    }
  });
  readPatiently();
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

it('reads a page again and again until all of it is there', async () => {
  line = ['breaks', 'breaks in the middle', new Response('whole', { status: 200, headers: { 'x-kind': 'data' } })];
  const reading = window.fetch('/desk/__data.json?x-sveltekit-invalidated=01');
  await vi.advanceTimersByTimeAsync(1999);
  expect(asked).toHaveLength(1);
  await vi.advanceTimersByTimeAsync(2001);
  const answer = await reading;
  expect([asked.length, answer.status, answer.headers.get('x-kind'), await answer.text()]).toEqual([
    3,
    200,
    'data',
    'whole'
  ]);
});

it('takes a refusal for an answer', async () => {
  line = [new Response('gone', { status: 404 })];
  expect((await window.fetch('/desk/__data.json')).status).toBe(404);
  expect(asked).toHaveLength(1);
});

it('lets everything else fail as it does', async () => {
  for (const address of ['/desk?/rename', 'https://elsewhere.example/desk/__data.json', '/pages/write']) {
    line = ['breaks'];
    await expect(window.fetch(address), address).rejects.toThrow('Failed to fetch');
  }
  line = ['breaks'];
  await expect(window.fetch(new Request('https://desk.vendro.example/desk/__data.json'))).rejects.toThrow();
});
