import { createHash, randomBytes } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { execute } from '$server/db/connection';
import { at, MONDAY, smallCourse } from './kit';
import { cookieOf, serve, type Served } from './served';

/** The clauses of tus 1.0 (the protocol and its extensions), asked by plain requests as a client that we did not write asks them. */
let served: Served;
let cookie: string;
let assignment: string;
const VERSION = { 'tus-resumable': '1.0.0' };
const BYTES = { ...VERSION, 'content-type': 'application/offset+octet-stream' };

beforeAll(async () => {
  at(MONDAY);
  const school = await smallCourse();
  assignment = await school.set();
  cookie = await cookieOf(school.ilse.id);
  served = await serve();
});
afterAll(() => served.stop());

function ask(method: string, path: string, headers: Record<string, string> = {}, body?: string): Promise<Response> {
  const own = { cookie, origin: served.url, ...headers };
  return fetch(served.url + path, { method, headers: own, body: body ?? null });
}

const base64 = (text: string) => Buffer.from(text).toString('base64');
const metadata = (name: string) => `filename ${base64(name)},assignment ${base64(assignment)}`;

async function begin(length: number, headers: Record<string, string> = {}, body?: string): Promise<Response> {
  const about = { 'upload-length': String(length), 'upload-metadata': metadata('räksmörgås.txt') };
  return ask('POST', '/uploads', { ...VERSION, ...about, ...headers }, body);
}
const placeOf = (answer: Response) => answer.headers.get('location') ?? '';

describe('the core protocol', () => {
  it('says where an upload stands, how long it will be and what was said of it, and lets nothing keep that', async () => {
    const begun = await begin(11);
    expect(begun.status).toBe(201);
    const asked = await ask('HEAD', placeOf(begun), VERSION);
    expect(asked.status).toBe(200);
    expect(asked.headers.get('upload-offset')).toBe('0');
    expect(asked.headers.get('upload-length')).toBe('11');
    expect(asked.headers.get('upload-metadata')).toBe(metadata('räksmörgås.txt'));
    expect(asked.headers.get('cache-control')).toContain('no-store');
    expect(asked.headers.get('tus-resumable')).toBe('1.0.0');
  });

  it('takes bytes from where it stands, and from nowhere else', async () => {
    const place = placeOf(await begin(11));
    const first = await ask('PATCH', place, { ...BYTES, 'upload-offset': '0' }, 'hello ');
    expect([first.status, first.headers.get('upload-offset')]).toEqual([204, '6']);
    const wrong = await ask('PATCH', place, { ...BYTES, 'upload-offset': '3' }, 'xxxxx');
    expect(wrong.status).toBe(409);
    expect((await ask('HEAD', place, VERSION)).headers.get('upload-offset')).toBe('6');
    const last = await ask('PATCH', place, { ...BYTES, 'upload-offset': '6' }, 'world');
    expect([last.status, last.headers.get('upload-offset')]).toEqual([204, '11']);
  });

  it('refuses bytes that are not called bytes of an upload with 415, and changes nothing', async () => {
    const place = placeOf(await begin(5));
    for (const type of ['text/plain', 'application/octet-stream', 'application/offset+octet-stream; charset=utf-8']) {
      const headers = { ...VERSION, 'content-type': type, 'upload-offset': '0' };
      expect((await ask('PATCH', place, headers, 'hello')).status, type).toBe(415);
    }
    expect((await ask('HEAD', place, VERSION)).headers.get('upload-offset')).toBe('0');
  });

  it('answers 412 with the version that it speaks to every other version, and changes nothing', async () => {
    const place = placeOf(await begin(5));
    const others: Array<Record<string, string>> = [{}, { 'tus-resumable': '0.2.2' }, { 'tus-resumable': '2.0.0' }];
    for (const headers of others)
      for (const [method, path] of [
        ['POST', '/uploads'],
        ['HEAD', place],
        ['DELETE', place]
      ] as const) {
        const answer = await ask(method, path, { ...headers, 'upload-length': '5', 'upload-metadata': metadata('a') });
        expect([answer.status, answer.headers.get('tus-version')]).toEqual([412, '1.0.0']);
      }
    expect((await ask('HEAD', place, VERSION)).status).toBe(200);
  });

  it('does what X-HTTP-Method-Override means, where it was sent as a change', async () => {
    const place = placeOf(await begin(5));
    const patch = { ...BYTES, 'upload-offset': '0', 'x-http-method-override': 'PATCH' };
    expect((await ask('POST', place, patch, 'hello')).headers.get('upload-offset')).toBe('5');
    expect((await ask('POST', place, { ...VERSION, 'x-http-method-override': 'DELETE' })).status).toBe(204);
    expect((await ask('HEAD', place, VERSION)).status).toBe(404);
    const other = placeOf(await begin(5));
    await ask('HEAD', other, { ...VERSION, 'x-http-method-override': 'DELETE' });
    expect((await ask('HEAD', other, VERSION)).status).toBe(200);
    const foreign = { ...VERSION, 'x-http-method-override': 'DELETE', origin: 'https://elsewhere.example' };
    expect((await ask('POST', other, foreign)).status).toBe(403);
  });

  it('opens itself to no page of another site', async () => {
    const begun = await begin(5);
    for (const answer of [begun, await ask('OPTIONS', '/uploads'), await ask('HEAD', placeOf(begun), VERSION)])
      expect([...answer.headers.keys()].filter((name) => name.startsWith('access-control-'))).toEqual([]);
  });
});

describe('what is announced', () => {
  it('is the version, the longest upload, and extensions that work', async () => {
    const answer = await ask('OPTIONS', '/uploads');
    expect(answer.status).toBe(204);
    expect(answer.headers.get('tus-version')).toBe('1.0.0');
    expect(Number(answer.headers.get('tus-max-size'))).toBeGreaterThan(0);
    // Each has a test of its own below.
    expect(answer.headers.get('tus-extension')?.split(',').sort()).toEqual([
      'creation',
      'creation-with-upload',
      'expiration',
      'termination'
    ]);
  });

  it('creation: an upload begins with its length, which fits', async () => {
    const { headers } = await ask('OPTIONS', '/uploads');
    expect(placeOf(await begin(5))).toMatch(/^\/uploads\/[0-9a-f]{32}$/);
    const longest = Number(headers.get('tus-max-size'));
    expect((await begin(longest + 1)).status).toBe(413);
    const lengthless = { ...VERSION, 'upload-metadata': metadata('a.txt') };
    expect((await ask('POST', '/uploads', lengthless)).status).toBe(400);
    // Not announced, since room is promised for what comes.
    expect((await ask('POST', '/uploads', { ...lengthless, 'upload-defer-length': '1' })).status).toBe(501);
  });

  it('creation-with-upload: bytes may come with the beginning', async () => {
    const begun = await begin(11, BYTES, 'hello ');
    expect([begun.status, begun.headers.get('upload-offset')]).toEqual([201, '6']);
    const last = await ask('PATCH', placeOf(begun), { ...BYTES, 'upload-offset': '6' }, 'world');
    expect(last.headers.get('upload-offset')).toBe('11');
    const sha256 = createHash('sha256').update('hello world').digest('hex');
    const kept = await fetch(`${served.url}${placeOf(begun)}/finish`, {
      method: 'POST',
      headers: { cookie, origin: served.url, 'content-type': 'application/json' },
      body: JSON.stringify({ sha256, key: randomBytes(16).toString('hex') })
    });
    expect(await kept.json()).toMatchObject({ ok: true });
  });

  it('expiration: every answer on the way says until when', async () => {
    const begun = await begin(11);
    const until = new Date(MONDAY + 7 * 86_400_000).toUTCString();
    expect(begun.headers.get('upload-expires')).toBe(until);
    const more = await ask('PATCH', placeOf(begun), { ...BYTES, 'upload-offset': '0' }, 'hello ');
    expect(more.headers.get('upload-expires')).toBe(until);
  });

  it('termination: what is given up is gone', async () => {
    const place = placeOf(await begin(5));
    expect((await ask('DELETE', place, VERSION)).status).toBe(204);
    expect((await ask('HEAD', place, VERSION)).status).toBe(404);
    expect((await ask('PATCH', place, { ...BYTES, 'upload-offset': '0' }, 'hello')).status).toBe(404);
  });

  it('is asked again after the record was lost, and says so', async () => {
    const place = placeOf(await begin(5));
    await execute('delete from uploads where id = $1', [place.split('/').at(-1)]);
    expect((await ask('HEAD', place, VERSION)).status).toBe(404);
  });
});
