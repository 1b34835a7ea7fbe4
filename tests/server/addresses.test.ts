import { createHash, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { SOURCES } from '$core/materials/source';
import { blobPath } from '$server/blobs/store';
import { ask, body, ids, kept, layAddresses, nameOf, ofIlse, pathOf } from './addresses-world';
import { ENDING, OF_ANYBODY, OF_COURSE, OF_ONESELF } from './addresses-lists';
import type { Address } from './every-address';
import { key } from './kit';
import { cookieOf } from './served';

let addresses: Address[];
let cookies: Awaited<ReturnType<typeof layAddresses>>['cookies'];
let school: Awaited<ReturnType<typeof layAddresses>>['school'];
let served: Awaited<ReturnType<typeof layAddresses>>['served'];
beforeAll(async () => {
  ({ addresses, cookies, school, served } = await layAddresses());
}, 300_000);
afterAll(() => served.stop());

const REFUSED = new Set([303, 400, 401, 403, 404, 405, 411, 412, 413, 415, 422]);

/** What was asked for is done: a second try would find sessions ended and courses left, and everything denied. */
const ONCE = { retry: 0 };

describe('whoever is not signed in', ONCE, () => {
  it('sees and changes nothing, at any address', async () => {
    const before = await kept();
    const answered: string[] = [];
    for (const address of addresses) {
      if (OF_ANYBODY.includes(nameOf(address)) || address.method === 'OPTIONS') continue;
      const { status, location } = await ask(address, pathOf(address, 'hers'), cookies.nobody);
      const denied = (status === 303 && location.startsWith('/sign-in')) || [401, 403, 404, 405].includes(status);
      if (!denied) answered.push(`${nameOf(address)}: ${status}`);
    }
    expect(answered, answered.join('; ')).toEqual([]);
    expect(await kept()).toEqual(before);
  });
});

describe.each(['teodor', 'stranger', 'noCourse'] as const)('%s, whose work it is not', ONCE, (who) => {
  it('gets nothing of Ilse’s, and changes nothing of hers, by any address or any id in a form', async () => {
    const [before, hers] = [await kept(), await ofIlse()];
    const answered: string[] = [];
    for (const address of addresses) {
      const name = nameOf(address);
      if (OF_ANYBODY.includes(name) || OF_ONESELF.includes(name)) continue;
      for (const source of address.route.includes('[source') ? SOURCES : (['submitted'] as const)) {
        const { status, location } = await ask(address, pathOf(address, 'hers', source), cookies[who]);
        // A classmate reads what the course reads, and does there for themselves what everyone does.
        const shared = source === 'materials' || OF_COURSE.includes(name) || OF_STUDENTS.test(name);
        if (who === 'teodor' && shared) continue;
        // Refused for what it is, before anybody asks whose: without files it is no message.
        if (status === 409 && name === 'POST /said say') continue;
        const denied = REFUSED.has(status) && !(status === 303 && !location.startsWith('/sign-in'));
        if (!denied) answered.push(`${name} (${source}): ${status} ${location}`);
      }
    }
    expect(answered, answered.join('; ')).toEqual([]);
    expect(await ofIlse()).toEqual(hers);
    if (who !== 'teodor') expect(await kept()).toEqual(before);
  });
});

/** What a student does with their own packet, on an address that the whole course shares. */
const OF_STUDENTS =
  /^POST \/(assignments\/\[id=id\] (?!excuse|liftExcuse|undoInPerson|declineClaim|inPerson|extend|returnKept|sayToEach)|courses\/\[course\]\/(aside heard|roster leave|board show))/;

it('lists no address that is not there any more', () => {
  const there = new Set(addresses.map(nameOf));
  expect([...OF_ANYBODY, ...OF_ONESELF, ...OF_COURSE, ...ENDING].filter((name) => !there.has(name))).toEqual([]);
});

it('answers unknown ids and those of others alike', async () => {
  const told: string[] = [];
  for (const address of addresses.filter(({ route, method }) => route.includes('[') && method === 'GET')) {
    if (OF_ANYBODY.includes(nameOf(address)) || OF_ONESELF.includes(nameOf(address))) continue;
    const [hers, random] = [
      await ask(address, pathOf(address, 'hers'), cookies.stranger),
      await ask(address, pathOf(address, 'random'), cookies.stranger)
    ];
    const plain = (text: string) => text.replace(/"?reference"?:"?[0-9a-f]+"?/g, '').replace(/[0-9a-f]{8}/g, '').length;
    if (hers.status !== random.status || Math.abs(plain(hers.text) - plain(random.text)) > 60)
      told.push(`${nameOf(address)}: ${hers.status} and ${random.status}`);
  }
  expect(told, told.join('; ')).toEqual([]);
});

/** Values as no page of ours sends them. All fields together have to fit into what a form may bring, or nothing reads them. */
const ODD = [
  'a\0b',
  '\\u0000',
  '{"a":',
  '{"__proto__":{"x":1},"a":"\\u0000"}',
  '[]',
  '-1',
  '9'.repeat(40),
  '1e999',
  'NaN',
  '2027-02-31T25:61',
  '+999999-01-01T00:00',
  '2027-13-45',
  '00000000-0000-0000-0000-000000000000',
  '\ud800',
  'x'.repeat(2000),
  Array.from({ length: 50 }, () => randomUUID()).join(','),
  '../../../../etc/passwd',
  '<script>alert(1)</script>',
  "'; drop table people; --"
];

describe('what cannot be read', ONCE, () => {
  it('is answered with words by every form and endpoint, and never fails the server', async () => {
    const failed: string[] = [];
    for (const address of addresses.filter(({ method }) => method !== 'GET')) {
      for (const odd of ODD) {
        const fields = Object.fromEntries(Object.keys(body).map((field) => [field, odd]));
        // The page that is drawn around a refusal is the same for every value: it is looked at once.
        const drawn = odd === ODD[0];
        const { status, text, location } = await ask(address, pathOf(address, 'hers'), cookies.teacher, fields, drawn);
        // Whoever is nobody any more finds nothing out.
        const shut = location.startsWith('/sign-in') || text.includes('"location":"/sign-in');
        if (status === 413) failed.push(`${nameOf(address)} never reads ${odd.slice(0, 40)}`);
        if (shut && !ENDING.includes(nameOf(address))) failed.push(`${nameOf(address)} is asked by nobody`);
        if (status >= 500) failed.push(`${nameOf(address)} with ${JSON.stringify(odd).slice(0, 40)}: ${status}`);
        else if (status === 400 && /text\/html|^<!doctype/i.test(text))
          expect(text, nameOf(address)).toMatch(/role="alert"|cannot be read|could not be read/i);
      }
      for (const garbled of [
        '--b\r\ncontent-disposition: form-data; name="files"; filename="a"\r\n\r\nhalf',
        '{"a"',
        ''
      ]) {
        const { status } = await ask(address, pathOf(address, 'hers'), cookies.ilse, garbled);
        if (status >= 500) failed.push(`${nameOf(address)} with a broken body: ${status}`);
      }
    }
    expect(failed, failed.join('; ')).toEqual([]);
  }, 280_000);

  it('is passed over or refused in the address of every page', async () => {
    const failed: string[] = [];
    const names = [
      'after',
      'q',
      'folder',
      'course',
      'show',
      'order',
      'beside',
      'before',
      'since',
      'to',
      'path',
      'aside',
      'draft',
      'took',
      'bin',
      'from'
    ];
    const places = [
      ...ODD,
      '8640000000000001.x',
      '8.64e15.00000000-0000-4000-8000-000000000000',
      `-5.${randomUUID()}`,
      `9e15_${randomUUID()}`,
      `999999999999999_${randomUUID()}`,
      `8640000000000000.${randomUUID()}`,
      `none.${randomUUID()}`
    ];
    for (const address of addresses.filter(({ method, route }) => method === 'GET' && route !== '/live'))
      for (const odd of places) {
        const query = new URLSearchParams(names.map((name) => [name, odd.slice(0, 500)]));
        for (const who of ['ilse', 'teacher'] as const) {
          const { status } = await ask(address, `${pathOf(address, 'hers')}?${query}`, cookies[who]);
          if (status >= 500) failed.push(`${nameOf(address)} with ${JSON.stringify(odd).slice(0, 40)}: ${status}`);
        }
      }
    expect([...new Set(failed)], failed.join('; ')).toEqual([]);
  }, 280_000);

  it('leads nowhere else after signing in', async () => {
    const cookie = await cookieOf(school.ilse.id);
    for (const to of [
      '/.//elsewhere.example',
      '//elsewhere.example',
      '/\\elsewhere.example',
      'https://elsewhere.example',
      '/%2e%2e//elsewhere.example',
      '\t//elsewhere.example'
    ]) {
      const answer = await fetch(`${served.url}/sign-in?to=${encodeURIComponent(to)}`, {
        redirect: 'manual',
        headers: { cookie }
      });
      expect(answer.status).toBe(303);
      const location = new URL(answer.headers.get('location') ?? '', served.url);
      expect(location.origin, to).toBe(served.url);
      expect(answer.headers.get('location'), to).not.toMatch(/^[/\\]{2}/);
    }
  });
});

it('answers a form upload that it refuses, however much of it is still to come', async () => {
  const address: Address = { route: '/assignments/[id=id]', method: 'POST', action: 'addFiles' };
  const form = (fields: Record<string, string>) => {
    const data = new FormData();
    for (const [name, value] of Object.entries(fields)) data.set(name, value);
    data.append('files', new File([Buffer.alloc(8 * 1024 * 1024)], 'long.bin'));
    return data;
  };
  const place = { deliverable: randomUUID(), key: key() };
  const ilse = await cookieOf(school.ilse.id);
  const answers = await Promise.all([
    ask(address, pathOf(address, 'hers'), ilse, form(place)),
    ask(address, pathOf(address, 'hers'), cookies.stranger, form({ ...place, deliverable: '' })),
    ask(address, pathOf(address, 'hers'), cookies.nobody, form(place)),
    ask(
      { route: '/said', method: 'POST', action: 'say' },
      '/said?/say',
      cookies.stranger,
      form({ assignmentId: ids['assignments id'] ?? '', to: 'aside', body: 'x' })
    )
  ]);
  expect(answers.map(({ status }) => status)).toEqual([404, 404, 303, 404]);
  // What was refused was not kept either.
  const sha = createHash('sha256')
    .update(Buffer.alloc(8 * 1024 * 1024))
    .digest('hex');
  expect(existsSync(blobPath(sha))).toBe(false);
});
