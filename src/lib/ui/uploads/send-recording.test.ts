import { beforeEach, expect, it, vi } from 'vitest';
import { reachBy } from '$ui/forms/reach';
import type { MadeRecording, SentAlong } from '$ui/recordings/goal';
import { sendRecording } from './send-recording';
import type { Uploads } from './uploads.svelte';

const add = vi.fn<Uploads['add']>();
const file = new File(['voice'], 'Reading aloud.webm');
const facts = { seconds: 120 } as unknown as Awaited<MadeRecording['facts']>;
const made = (sent: MadeRecording['sent']): MadeRecording => ({
  ...{ file, facts: Promise.resolve(facts), note: 'The second take.', sent }
});
const along = { parts: [{ id: 'p1' }], passages: [{ from: 0, to: 120 }] } as unknown as SentAlong;
const place = { assignment: 'a', deliverable: 'd' };
const send = (sent: MadeRecording['sent']) => sendRecording({ add } as unknown as Uploads, made(sent), place, 1e9);
const BOUND = { ...place, came: 'recorded', note: 'The second take.', made: { recording: facts } };
const json = (body: object, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

let asked: Array<{ address: string; body: unknown }>;
let answer: () => Response;
beforeEach(() => {
  add.mockReset();
  asked = [];
  reachBy(async (address, request) => {
    asked.push({ address, body: JSON.parse(String(request?.body)) });
    return answer();
  });
});

it('is put together at the server, of what was sent as it was made', async () => {
  answer = () => json({ id: 'u1', size: 5 });
  await send(Promise.resolve(along));
  expect(asked).toMatchObject([{ address: '/uploads/together', body: along }]);
  expect(add.mock.calls).toEqual([[[file], BOUND, 1e9, [{ id: 'u1', size: 5, name: file.name }]]]);
});

it('is sent whole where nothing of it is there', async () => {
  await send(Promise.resolve(null));
  expect(asked).toEqual([]);
  expect(add.mock.calls).toEqual([[[file], BOUND, 1e9, []]]);
});

it.each([
  ['refuses', () => json({}, 409)],
  ['answers with a page', () => new Response('<h1>Sign in</h1>', { headers: { 'content-type': 'text/html' } })],
  ['made something else of it', () => json({ size: 4 })],
  [
    'is away',
    () => {
      throw new TypeError('Failed to fetch');
    }
  ]
])('is sent whole where the server %s', async (_, given) => {
  answer = given;
  await send(Promise.resolve(along));
  expect(add.mock.calls).toEqual([[[file], BOUND, 1e9, []]]);
});

it('is sent whole where what was sent along came to nothing', async () => {
  await send(Promise.reject(new Error('The line broke.')));
  expect(add.mock.calls).toEqual([[[file], BOUND, 1e9, []]]);
});
