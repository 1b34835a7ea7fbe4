import { afterEach, expect, it, vi } from 'vitest';
import { writingPort } from './writing-port';

vi.mock('$app/forms', () => ({ deserialize: JSON.parse }));
afterEach(() => vi.unstubAllGlobals());

/** Keeps a draft at a server that answers so; what it was sent. */
async function keep(answer: () => Response | Promise<Response>, known: number | null = 3) {
  const sent: Array<[string, unknown]> = [];
  vi.stubGlobal('fetch', async (address: string, { body }: { body: FormData }) => {
    sent.push([address, Object.fromEntries(body)]);
    return answer();
  });
  return { kept: await writingPort.hold('{"title":"Log"}', known), sent };
}
const says = (result: object) => () => new Response(JSON.stringify(result));

it('says which version is kept, and since when', async () => {
  const { kept, sent } = await keep(says({ type: 'success', data: { version: 4, at: 7 } }));
  expect(kept).toEqual({ kept: true, version: 4, at: 7 });
  expect(sent).toEqual([['?/hold', { draft: '{"title":"Log"}', known: '3' }]]);
});

it('keeps it over what another window has kept where it is told to', async () => {
  const { sent } = await keep(says({ type: 'success', data: { version: 9, at: 7 } }), null);
  expect(sent[0]?.[1]).toMatchObject({ known: '' });
});

it('says why it is not kept', async () => {
  const problem = 'Another window has kept something else.';
  const { kept } = await keep(says({ type: 'failure', data: { problem } }));
  expect(kept).toEqual({ kept: false, problem });
});

it('says that somebody is signed out, and does not lead away from what is written', async () => {
  const { kept } = await keep(says({ type: 'redirect', location: '/sign-in' }));
  expect(kept).toMatchObject({ kept: false, problem: expect.stringContaining('Sign in again in another tab') });
});

it.each([
  ['is away', () => Promise.reject(new TypeError('Failed to fetch'))],
  ['answers with a page', () => new Response('<h1>Bad gateway</h1>', { status: 502 })],
  ['fails', says({ type: 'error', error: {} })]
])('is tried again where the server %s', async (_, answer) => {
  expect((await keep(answer)).kept).toBe('unreached');
});
