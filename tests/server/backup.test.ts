import { execFile } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { appendFileSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import pg from 'pg';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { z } from 'zod';
import { blobPath } from '$server/blobs/store';
import { newestPostgres } from '../../scripts/lib/postgres-binaries.mjs';
import { programOf } from '../../scripts/lib/programs.mjs';
import { select } from '$server/db/connection';
import { attach, handIn, smallCourse } from './kit';

const folder = mkdtempSync(join(tmpdir(), 'vendro-backup-'));
const elsewhere = mkdtempSync(join(tmpdir(), 'vendro-elsewhere-'));
const name = `restored_${randomUUID().replaceAll('-', '')}`;
const restored = (process.env.DATABASE_URL ?? '').replace(/\/[^/]*$/, `/${name}`);
afterAll(() => [folder, elsewhere].forEach((one) => rmSync(one, { recursive: true, force: true })));

async function command(what: string, env: Record<string, string> = {}) {
  const args = [programOf('backup'), what, folder, newestPostgres() ?? ''];
  return promisify(execFile)(process.execPath, args, { env: { ...process.env, VENDRO_LOG: 'silent', ...env } }).then(
    ({ stdout }) => ({ code: 0, said: stdout }),
    (error: { code: number; stdout: string; stderr: string }) => ({
      code: error.code,
      said: error.stdout + error.stderr
    })
  );
}
const there = { DATABASE_URL: restored, VENDRO_DATA: elsewhere };

let school: Awaited<ReturnType<typeof smallCourse>>;
beforeAll(async () => {
  school = await smallCourse();
  for (let i = 0; i < 4; i++) {
    const assignment = await school.set();
    await attach(school.ilse, assignment, `the first of ${i}`);
    await handIn(school.ilse, assignment, `the second of ${i}`);
  }
  const admin = new pg.Client({ connectionString: process.env.VENDRO_TEST_CLUSTER });
  await admin.connect();
  await admin.query(`create database ${name}`);
  await admin.end();
});

it('is written while people submit, and restored elsewhere with every receipt verified', async () => {
  // Under load: what is committed after the snapshot is not in it, and nothing of it is half in it.
  let going = true;
  const load = (async () => {
    while (going) await handIn(school.teodor, await school.set());
  })();
  const written = await command('write');
  going = false;
  await load;
  expect(written).toMatchObject({ code: 0, said: expect.stringContaining('Backed up as of') as string });
  const back = await command('restore', there);
  expect(back.said).toMatch(/\d+ receipts, each of which verifies/);
  expect(Number(/(\d+) receipts/.exec(back.said)?.[1])).toBeGreaterThanOrEqual(4);
  expect(back.code).toBe(0);
});

it('is not restored where people are', async () => {
  expect(await command('restore', there)).toMatchObject({
    code: 2,
    said: expect.stringContaining('people here already') as string
  });
});

it('mends files that are gone or altered, and only those', async () => {
  const [row] = await select(z.object({ sha256: z.string() }), 'select sha256 from round_pieces limit 1');
  const [other] = await select(
    z.object({ sha256: z.string() }),
    'select sha256 from round_pieces where sha256 <> $1 limit 1',
    [row?.sha256]
  );
  rmSync(blobPath(row?.sha256 ?? ''));
  appendFileSync(blobPath(other?.sha256 ?? ''), 'and more');
  // Written again, a backup has no damaged bytes in it, and says which it lacks; those of the earlier one it keeps.
  expect(await command('write')).toMatchObject({ code: 0 });
  expect(await command('mend')).toMatchObject({ said: expect.stringContaining('2 files were mended. ') as string });
  expect(existsSync(blobPath(row?.sha256 ?? ''))).toBe(true);
  expect(readFileSync(blobPath(other?.sha256 ?? '')).includes('and more')).toBe(false);
});

it('is none where it was not written to its end, or its dump was touched', async () => {
  appendFileSync(join(folder, 'database.dump'), 'x');
  expect(await command('restore', there)).toMatchObject({
    code: 2,
    said: expect.stringContaining('not what was written') as string
  });
  writeFileSync(join(folder, 'manifest.json'), '{}');
  expect(await command('restore', there)).toMatchObject({ code: 2 });
  rmSync(join(folder, 'manifest.json'));
  expect(await command('mend')).toMatchObject({ code: 2, said: expect.stringContaining('no whole backup') as string });
});
