import { execFileSync } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { mkdirSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cookieOf, serve, type Served } from './served';

const MIB = 1024 * 1024;
const data = process.env.VENDRO_DATA ?? '';
/** Only root may lay a small disk under the files; everybody else tries the reserve alone. */
const root = process.getuid?.() === 0;

describe.runIf(root)('a disk of twelve mebibytes', () => {
  beforeAll(() => {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=12m', 'tmpfs', data]);
  });
  afterAll(() => {
    execFileSync('umount', ['-l', data]);
  });

  it('refuses what does not fit with words, leaves nothing of it, and takes files again once there is room', async () => {
    const { storeBlob } = await import('$server/blobs/store');
    const { config } = await import('$server/config');
    const large = () => storeBlob(Readable.from([randomBytes(4 * MIB), randomBytes(4 * MIB), randomBytes(8 * MIB)]));
    await expect(large()).rejects.toMatchObject({ why: 'disk-full' });
    expect(readdirSync(join(config.blobFolder, 'incoming'))).toEqual([]);
    const ballast = join(data, 'ballast');
    mkdirSync(data, { recursive: true });
    const { bavail, bsize } = statfsSync(data);
    writeFileSync(ballast, Buffer.alloc(bavail * bsize - 20_000));
    await expect(storeBlob(Readable.from([randomBytes(MIB)]))).rejects.toMatchObject({ why: 'disk-full' });
    rmSync(ballast);
    await new Promise((resolve) => setTimeout(resolve, 600));
    expect((await storeBlob(Readable.from([randomBytes(MIB)]))).size).toBe(MIB);
  });
});

describe('a disk of which only the reserve is left', () => {
  let served: Served;
  let assignment: string;
  let cookie: string;
  let ilse: { id: string };
  beforeAll(async () => {
    const { attach, smallCourse } = await import('./kit');
    const school = await smallCourse();
    assignment = await school.set();
    await attach(school.ilse, assignment, 'there before');
    ilse = school.ilse;
    cookie = await cookieOf(school.ilse.id);
    // More than any disk has.
    served = await serve({ VENDRO_RESERVE_MIB: String(1024 * 1024 * 1024) });
  });
  afterAll(() => served.stop());

  const headers = () => ({ cookie, origin: served.url, accept: 'application/json', 'x-sveltekit-action': 'true' });

  it('takes no files, by a form or by the uploader, and says so', async () => {
    const body = new FormData();
    body.set('deliverable', '');
    body.set('key', 'a-full-disk');
    body.append('files', new File(['x'.repeat(1000)], 'late.txt'));
    const form = await fetch(`${served.url}/assignments/${assignment}?/addFiles`, {
      method: 'POST',
      headers: headers(),
      body
    });
    expect(await form.text()).toContain('no room for files');
    const metadata = `filename ${Buffer.from('late.txt').toString('base64')},assignment ${Buffer.from(assignment).toString('base64')}`;
    const begun = await fetch(`${served.url}/uploads`, {
      method: 'POST',
      headers: { ...headers(), 'tus-resumable': '1.0.0', 'upload-length': '1000', 'upload-metadata': metadata }
    });
    expect([begun.status, await begun.text()]).toEqual([409, 'disk-full']);
    const { count } = await import('./kit');
    expect(await count('select count(*) as n from uploads where owner_id = $1', [ilse.id])).toBe(0);
  });

  it('takes submits all the same, and is well', async () => {
    const submitted = await fetch(`${served.url}/assignments/${assignment}?/submit`, {
      method: 'POST',
      headers: { ...headers(), 'content-type': 'application/x-www-form-urlencoded' },
      body: new URLSearchParams({ key: 'submit-on-a-full-disk', note: '' })
    });
    expect(await submitted.text()).toContain('"success"');
    expect((await fetch(`${served.url}/healthz`)).status).toBe(200);
    const { count } = await import('./kit');
    expect(await count('select count(*) as n from receipts')).toBe(1);
  });
});

describe('a database whose connections are killed', () => {
  it('does not end the server, nor its jobs and its live channel', async () => {
    const { smallCourse } = await import('./kit');
    const { execute } = await import('$server/db/connection');
    const school = await smallCourse();
    const served = await serve();
    const desk = async () =>
      (await fetch(`${served.url}/desk`, { headers: { cookie: await cookieOf(school.ilse.id) } })).status;
    expect(await desk()).toBe(200);
    for (let i = 0; i < 4; i++) {
      await execute(
        'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()'
      );
      await new Promise((resolve) => setTimeout(resolve, 700));
    }
    expect(served.child.exitCode).toBeNull();
    // A connection of the pool that was killed is noticed by the first who is given it.
    const answers: number[] = [];
    for (let i = 0; i < 12; i++) answers.push(await desk());
    expect(answers.at(-1)).toBe(200);
    served.stop();
  });
});
