import { expect, it } from 'vitest';
import { reachBy } from '$ui/forms/reach';
import { Copying } from './copying.svelte';

/** The server answers with these pieces of text, and then ends, or breaks off. */
function answers(parts: readonly string[], { status = 200, breaks = false } = {}) {
  const asked: Array<{ address: string; body: unknown }> = [];
  reachBy(async (address, request) => {
    asked.push({ address, body: JSON.parse(String(request?.body)) });
    const body = new ReadableStream<Uint8Array>({
      async start(stream) {
        for (const part of parts) stream.enqueue(new TextEncoder().encode(part));
        await new Promise((heard) => setTimeout(heard));
        if (breaks) stream.error(new TypeError('The line broke.'));
        else stream.close();
      }
    });
    return new Response(body, { status });
  });
  return asked;
}

it('says how far it is, and that it is there', async () => {
  const asked = answers(['{"copied":3,"of":9}\n{"copied":6,"of":9}\n', '{"ok":true,"name":"a.csv"}\n']);
  const copying = new Copying();
  expect(await copying.run('/counts/a.csv')).toBe(true);
  expect(copying).toMatchObject({ copied: 6, of: 9, done: true, words: '' });
  expect(asked).toEqual([{ address: '/shelf/store/copy', body: { path: '/counts/a.csv' } }]);
});

it('reads lines however they were cut, letters of several bytes too', async () => {
  const bytes = '{"ok":false,"words":"“Zählung” is too large."}\n';
  answers([...bytes]);
  const copying = new Copying();
  expect(await copying.run('/a')).toBe(false);
  expect(copying.words).toBe('“Zählung” is too large.');
});

it.each([
  ['breaks off', ['{"copied":3,"of":9}\n'], { breaks: true }],
  ['ends before it said how it went', ['{"copied":3,"of":9}\n'], {}],
  ['is no answer', ['<h1>No</h1>'], {}],
  ['is a refusal of the server', [''], { status: 500 }]
])('says that nothing was copied where the answer %s', async (_, parts, how) => {
  answers(parts, how);
  const copying = new Copying();
  expect(await copying.run('/a')).toBe(false);
  expect(copying.words).toContain('nothing was copied');
});

it('says nothing where somebody stopped it', async () => {
  reachBy(
    (_, request) =>
      new Promise((__, reject) =>
        request?.signal?.addEventListener('abort', () => reject(new DOMException('Stopped.', 'AbortError')))
      )
  );
  const copying = new Copying();
  const copied = copying.run('/a');
  copying.cancel();
  expect([await copied, copying.words]).toEqual([false, '']);
});
