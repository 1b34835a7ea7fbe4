import { brotliDecompressSync, gunzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { compressed } from '../../src/routes/shared/compressed';

const TEXT = '<p>Low water at noon.</p>'.repeat(400);
const answer = (headers: Record<string, string> = {}, body: BodyInit | null = TEXT, status = 200) =>
  new Response(body, { status, headers: { 'content-type': 'text/html', ...headers } });
const asked = (encoding: string, method = 'GET') =>
  new Request('http://vendro.example/', { method, headers: { 'accept-encoding': encoding } });
const bytesOf = async (response: Response) => Buffer.from(await response.arrayBuffer());

describe('an answer of text', () => {
  it('is packed as its reader takes it, and says so', async () => {
    const br = await compressed(answer({ etag: '"a"' }), asked('gzip, deflate, br'));
    expect(br.headers.get('content-encoding')).toBe('br');
    expect(br.headers.get('vary')).toBe('accept-encoding');
    expect(br.headers.get('etag')).toBe('W/"a"');
    const bytes = await bytesOf(br);
    expect(br.headers.get('content-length')).toBe(String(bytes.length));
    expect(bytes.length).toBeLessThan(TEXT.length / 10);
    expect(brotliDecompressSync(bytes).toString()).toBe(TEXT);
    const gzip = await compressed(answer(), asked('gzip;q=0.5, br;q=0'));
    expect(gzip.headers.get('content-encoding')).toBe('gzip');
    expect(gunzipSync(await bytesOf(gzip)).toString()).toBe(TEXT);
  });

  it.each([
    ['who unpacks nothing', answer(), asked('identity')],
    ['who asks only for its head', answer({}, null), asked('br', 'HEAD')],
    ['of a file that is downloaded', answer({ 'content-disposition': 'attachment' }), asked('br')],
    ['that is packed already', answer({ 'content-encoding': 'zstd' }), asked('br')],
    ['that is no text', answer({ 'content-type': 'image/png' }), asked('br')],
    ['that streams', answer({ 'content-type': 'text/event-stream' }), asked('br')],
    ['that says it is longer than a page', answer({ 'content-length': '90000000' }), asked('br')],
    ['that nothing was found for', answer({}, TEXT, 404), asked('br')]
  ])('is left as it is for one %s', async (_what, response, request) => {
    const given = await compressed(response, request);
    expect(given).toBe(response);
  });

  it('is not packed where that would save nothing', async () => {
    const short = await compressed(answer({}, 'no'), asked('br'));
    expect(short.headers.has('content-encoding')).toBe(false);
    expect(await short.text()).toBe('no');
  });
});
