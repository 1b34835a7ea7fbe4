import { isHttpError } from '@sveltejs/kit';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { parsedBody } from '../../src/routes/shared/body';
import { PointsText, Several, Ticked, WallClockText, WholeText } from '../../src/routes/shared/fields';
import { ownPath } from '../../src/routes/shared/guard';
import { keysetPlace, PlaceMoment } from '../../src/routes/shared/keyset';
import { markingHref, runThrough } from '../../src/routes/shared/marking-run';
import { readForm } from '../../src/routes/shared/read-form';
import { shelfQuery } from '../../src/routes/shelf/query';

const HOST = 'https://desk.vendro.example';
const ID = '0d4f5a30-6a0e-4f52-8f5b-0a6a3b1f1c11';
const at = (path: string) => new URL(path, HOST);
const status = (answer: Promise<unknown>) =>
  answer.then(
    () => 200,
    (thrown: unknown) => (isHttpError(thrown) ? thrown.status : 0)
  );

describe('where somebody goes on to after signing in', () => {
  it('is a path of ours, with its query', () => {
    for (const path of ['/desk', '/shelf?bin', '/search?q=a%26b', '/assignments/x/edit'])
      expect(ownPath(path, HOST)).toBe(path);
    expect(ownPath(`${HOST}/plan`, HOST)).toBe('/plan');
  });

  it('is never another host, however it is spelt', () => {
    const elsewhere = [
      null,
      '',
      'https://evil.example/desk',
      '//evil.example/desk',
      '/\\evil.example',
      '\\\\evil.example',
      '/\t/evil.example',
      '/.//evil.example',
      'javascript:alert(1)',
      'data:text/html,x',
      'https://desk.vendro.example@evil.example/',
      'http://desk.vendro.example/desk',
      'http://['
    ];
    for (const to of elsewhere) {
      const path = ownPath(to, HOST);
      expect(path, String(to)).toMatch(/^\/(?![/\\])/);
      expect(new URL(path, HOST).origin, String(to)).toBe(HOST);
    }
  });
});

describe('what an address asks for', () => {
  it('begins a list at its place, and is not understood where that is none', () => {
    const Place = z.tuple([PlaceMoment, z.uuid()]);
    expect(keysetPlace(at('/tidings'), Place)).toBeNull();
    expect(keysetPlace(at(`/tidings?after=1804692000000.${ID}`), Place)).toEqual([1_804_692_000_000, ID]);
    for (const after of ['', 'x', ID, `-1.${ID}`, `1.5.${ID}`, `1e300.${ID}`, `1.${ID}.2`, `1.${ID}'--`])
      expect(keysetPlace(at(`/tidings?after=${encodeURIComponent(after)}`), Place), after).toBeUndefined();
  });

  it('of the Shelf leaves out what makes no sense', () => {
    expect(shelfQuery(at(`/shelf?folder=${ID}&q=%20kelp%20&bin`))).toEqual({
      folderId: ID,
      search: 'kelp',
      binned: true
    });
    expect(shelfQuery(at(`/shelf?after=1804692000000.25_${ID}`))).toEqual({
      after: { at: 1_804_692_000_000.25, id: ID },
      binned: false
    });
    const senseless = `/shelf?folder=..&q=${'x'.repeat(101)}&after=1804692000000_1;drop`;
    expect(shelfQuery(at(senseless))).toEqual({ binned: false });
  });

  it('of the marking desk is kept from work to work', () => {
    const run = runThrough(at(`/marking/x?of=${ID}&returned=nobody`));
    expect(run).toEqual({ of: ID, returned: null });
    expect(markingHref('k', run)).toBe(`/marking/k?of=${ID}`);
    expect(markingHref(null, { of: null, returned: ID })).toBe(`/marking?returned=${ID}`);
    expect(markingHref(null, { of: null, returned: null })).toBe('/marking');
  });
});

describe('what somebody writes in a field', () => {
  it('is points with a point or a comma, or none', () => {
    expect(['17', ' 17.5 ', '0,25', ''].map((text) => PointsText.parse(text))).toEqual([17, 17.5, 0.25, null]);
    for (const text of ['-1', '1e3', '0x10', '1.234', '1234567', 'NaN', '٣', '1 000'])
      expect(PointsText.safeParse(text).success, text).toBe(false);
  });

  it('is a whole number, or none', () => {
    expect(['0', '12', ''].map((text) => WholeText.parse(text))).toEqual([0, 12, null]);
    for (const text of ['1.5', '-1', '1234567', 'x']) expect(WholeText.safeParse(text).success, text).toBe(false);
  });

  it('is a time on the clocks of a zone, of days that exist', () => {
    const faroe = WallClockText.parse('2027-07-01T18:00');
    expect(faroe?.('Atlantic/Faroe')).toBe(Date.parse('2027-07-01T17:00:00Z'));
    expect(faroe?.('UTC')).toBe(Date.parse('2027-07-01T18:00:00Z'));
    expect(WallClockText.parse(' ')).toBeUndefined();
    for (const text of ['2027-02-30T10:00', '2027-13-01T10:00', '2027-01-01T24:01', '2027-01-01', 'tomorrow'])
      expect(WallClockText.safeParse(text).success, text).toBe(false);
  });

  it('is ticked or not, and may stand several times', () => {
    expect([Ticked.parse('on'), Ticked.parse(undefined), Ticked.safeParse('yes').success]).toEqual([
      true,
      false,
      false
    ]);
    const Names = Several(z.array(z.string()).max(2));
    expect([undefined, 'a', ['a', 'b']].map((given) => Names.parse(given))).toEqual([[], ['a'], ['a', 'b']]);
    expect(Names.safeParse(['a', 'b', 'c']).success).toBe(false);
  });
});

describe('what a request carries', () => {
  const post = (body: BodyInit, type = 'application/x-www-form-urlencoded') =>
    new Request(HOST, { method: 'POST', body, headers: { 'content-type': type } });

  it('is a form without zero characters, or is refused', async () => {
    expect([...(await readForm(post('a=1&a=2&b='))).entries()]).toEqual([
      ['a', '1'],
      ['a', '2'],
      ['b', '']
    ]);
    expect(await status(readForm(post('a=%00')))).toBe(400);
    expect(await status(readForm(post('%00=a')))).toBe(400);
    expect(await status(readForm(post('--x', 'multipart/form-data; boundary=y')))).toBe(400);
    expect(await status(readForm(post('{}', 'application/json')))).toBe(400);
  });

  it('is JSON of the shape that is asked, or is refused', async () => {
    const Body = z.object({ n: z.number() });
    const json = (text: string) => parsedBody(post(text, 'application/json'), Body);
    expect(await json('{"n":3,"more":1}')).toEqual({ n: 3 });
    for (const text of ['', '{', 'null', '{"n":"3"}', '{"n":3,"s":"\\u0000"}', '['.repeat(5000)])
      expect(await status(json(text)), text.slice(0, 20)).toBe(400);
  });
});
