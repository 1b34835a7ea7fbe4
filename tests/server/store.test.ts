import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { select } from '$server/db/connection';
import { copyFromStore } from '$server/shelf/outside/copy';
import { browseStore, connectStore, forgetStore, readStore } from '$server/shelf/outside/store';
import { readShelf } from '$server/shelf/read-shelf';
import { unseal } from '$server/secrets';
import { serveSite } from '$server/standins/site';
import { z } from 'zod';
import { openSimulatedSite } from '$server/links/simulated-site';
import { noteDemo } from '$server/db/settings';
import { MONDAY, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;
let school: School;
let site: Server;
let base: string;
const never = new AbortController().signal;

beforeAll(async () => {
  school = await smallCourse();
  const served = await serveSite(0, () => MONDAY);
  if (!served) throw new Error('the site does not stand');
  site = served;
  const { port } = site.address() as AddressInfo;
  base = `http://127.0.0.1:${port}/store/`;
  await openSimulatedSite(port);
  await noteDemo({ password: '', accounts: [] });
});
afterAll(() => {
  site.close();
  site.closeAllConnections();
});

const account = (over: object = {}) => ({ url: base, username: 'ilse', password: 'kelp and rope', ...over });

describe('a store elsewhere', () => {
  it('is connected once it has shown its first folder, and keeps the password sealed', async () => {
    const { ilse } = school;
    expect(await connectStore(ilse, account())).toEqual({ ok: true });
    expect(await readStore(ilse)).toEqual({ url: base, username: 'ilse' });
    const sql = 'select secret from outside_stores where person_id = $1';
    const [row] = await select(z.object({ secret: z.instanceof(Buffer) }), sql, [ilse.id]);
    expect(row?.secret.toString('latin1')).not.toContain('kelp');
    expect(await unseal(row?.secret ?? Buffer.alloc(0), ilse.id)).toBe('kelp and rope');
  });

  it('shows folders first, then files, the newest first', async () => {
    const seen = await browseStore(school.ilse, '/');
    if (!seen.ok) throw new Error(seen.why);
    expect(seen.entries[0]).toMatchObject({ name: 'recordings', kind: 'folder' });
    const moments = seen.entries.filter(({ kind }) => kind === 'file').map(({ changedAt }) => changedAt ?? 0);
    expect(moments.length).toBeGreaterThan(2);
    expect(moments).toEqual([...moments].sort((a, b) => b - a));
    const inside = await browseStore(school.ilse, seen.entries[0]?.path ?? '');
    expect(inside.ok && inside.entries.map(({ name }) => name)).toContain('harbour-bell.wav');
  });

  it('gives a copy to the Shelf, with progress on the way', async () => {
    const heard: [number, number][] = [];
    const copied = await copyFromStore(school.ilse, '/gauge-raw.csv', (n, of) => heard.push([n, of]), never);
    expect(copied).toMatchObject({ ok: true, name: 'gauge-raw.csv' });
    expect(heard.at(-1)?.[0]).toBe(heard.at(-1)?.[1]);
    const { files } = await readShelf(school.ilse);
    expect(files).toMatchObject([{ name: 'gauge-raw.csv' }]);
  });

  it('keeps nothing of a copy that is given up', async () => {
    const ending = new AbortController();
    const copying = copyFromStore(school.ilse, '/slow-line.bin', () => ending.abort(), ending.signal);
    expect(await copying).toMatchObject({ ok: false });
    expect((await readShelf(school.ilse)).files.map(({ name }) => name)).not.toContain('slow-line.bin');
  });

  it.each([
    ['a wrong password', { password: 'kelp' }, 'store-password'],
    ['no web address', { url: 'my store' }, 'no-store-address'],
    ['a private address', { url: 'http://10.0.0.1/dav/' }, 'private'],
    ['another port of this machine', { url: 'http://127.0.0.1:5432/' }, 'private']
  ])('refuses %s, and keeps the store that was there', async (_what, over, why) => {
    expect(await connectStore(school.ilse, account(over))).toEqual({ ok: false, why });
    expect(await readStore(school.ilse)).toEqual({ url: base, username: 'ilse' });
  });

  it('says what is gone, and what is no store', async () => {
    expect(await browseStore(school.ilse, '/no-such-folder/')).toEqual({ ok: false, why: 'gone' });
    expect(await copyFromStore(school.ilse, '/no-such.pdf', () => {}, never)).toEqual({ ok: false, why: 'gone' });
    const page = base.replace('/store/', '/');
    expect(await connectStore(school.ilse, account({ url: page }))).toMatchObject({ ok: false });
  });

  it('says that nothing is connected to who has connected nothing, and after it was forgotten', async () => {
    expect(await browseStore(school.teodor, '/')).toEqual({ ok: false, why: 'not-connected' });
    await forgetStore(school.ilse);
    expect(await browseStore(school.ilse, '/')).toEqual({ ok: false, why: 'not-connected' });
  });
});

describe('a store that does not work as one', () => {
  it.each([
    ['/under-repair/', 'store-error'],
    ['/notebooks/own-tab', 'no-store-there'],
    ['/silent', 'slow']
  ])('at %s is named: %s', async (path, why) => {
    expect(await connectStore(school.stranger, account({ url: base.replace('/store/', path) }))).toEqual({
      ok: false,
      why
    });
  });
});
