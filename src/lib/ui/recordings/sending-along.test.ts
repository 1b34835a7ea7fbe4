import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { reachBy } from '$ui/forms/reach';
import { SendingAlong } from './sending-along';

/** A server that keeps what is sent, by the tus protocol; the line to it can break. */
let files: Map<string, string>;
let line: 'up' | 'down' | 'lost-answer' | 'refused';
let asked: string[];

beforeEach(() => {
  vi.useFakeTimers();
  [files, line, asked] = [new Map(), 'up', []];
  reachBy(answer);
});
afterEach(() => vi.useRealTimers());

async function answer(address: string, { method = 'GET', headers, body }: RequestInit = {}): Promise<Response> {
  asked.push(method);
  if (line === 'down') throw new TypeError('Failed to fetch');
  if (line === 'refused') return new Response('shelf-full', { status: 409 });
  const sent = new Headers(headers);
  if (method === 'POST') {
    const id = `${files.size}`.padStart(32, 'a');
    files.set(id, '');
    return new Response(null, { status: 201, headers: { location: `/uploads/${id}` } });
  }
  const id = address.split('/').at(-1) ?? '';
  const there = files.get(id) ?? '';
  if (method === 'DELETE') files.delete(id);
  if (method === 'PATCH') {
    if (Number(sent.get('upload-offset')) !== there.length) return new Response(null, { status: 409 });
    files.set(id, there + (await new Response(body).text()));
    if (line === 'lost-answer') throw new TypeError('Failed to fetch');
  }
  return new Response(null, { status: 204, headers: { 'upload-offset': `${files.get(id)?.length ?? 0}` } });
}

const chunk = (text: string) => new Blob([text]);
const all = () => [...files.values()];
const sending = () => new SendingAlong(1000, () => undefined);

it('sends what is recorded, some seconds together, and the rest at its end', async () => {
  const along = sending();
  for (const text of ['one ', 'two ', 'three ']) along.add(0, chunk(text));
  await vi.advanceTimersByTimeAsync(4000);
  expect(all()).toEqual(['one two three ']);
  expect(asked).toEqual(['POST', 'PATCH']);
  along.add(0, chunk('four'));
  along.add(1, chunk('again'));
  expect(await along.end()).toEqual([
    { id: expect.any(String) as string, size: 18 },
    { id: expect.any(String) as string, size: 5 }
  ]);
  expect(all()).toEqual(['one two three four', 'again']);
});

it('goes on where the server stands when the line is back', async () => {
  const along = sending();
  along.add(0, chunk('one '));
  await vi.advanceTimersByTimeAsync(4000);
  along.add(0, chunk('two '));
  line = 'lost-answer';
  await vi.advanceTimersByTimeAsync(4000);
  line = 'down';
  along.add(0, chunk('three'));
  await vi.advanceTimersByTimeAsync(8000);
  expect(await along.end()).toBeNull();
  line = 'up';
  expect(await along.end()).toMatchObject([{ size: 13 }]);
  expect(all()).toEqual(['one two three']);
});

it('goes on with what another tab had sent', async () => {
  const first = sending();
  let names: Array<string | null> = [];
  const told = new SendingAlong(1000, (ids) => (names = ids));
  told.add(0, chunk('begun '));
  await vi.advanceTimersByTimeAsync(4000);
  expect(names).toHaveLength(1);
  told.stop();
  first.restore([chunk('begun here')], names);
  expect(await first.end()).toMatchObject([{ id: names[0], size: 10 }]);
  expect(all()).toEqual(['begun here']);
});

it('leaves it be where the server has no room for it, and asks no more', async () => {
  line = 'refused';
  const along = sending();
  along.add(0, chunk('one'));
  await vi.advanceTimersByTimeAsync(4000);
  line = 'up';
  along.add(0, chunk('two'));
  await vi.advanceTimersByTimeAsync(60_000);
  expect(await along.end()).toBeNull();
  expect(asked).toEqual(['POST']);
});

it('has the server let go of what is thrown away', async () => {
  const along = sending();
  along.add(0, chunk('one'));
  await vi.advanceTimersByTimeAsync(4000);
  expect(files.size).toBe(1);
  along.giveUp();
  await vi.advanceTimersByTimeAsync(0);
  expect(files.size).toBe(0);
});
