import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll } from 'vitest';
import { copyDatabase } from '../copy-database';

/**
 * Gives each test file a fresh database. Files that run in one process after another share what they import, and so the
 * name of the database and the folder of blobs: the database is exchanged under them.
 */
const cluster = process.env.VENDRO_TEST_CLUSTER ?? '';
const first = process.env.VENDRO_TEST_DATABASE === undefined;
const name = (process.env.VENDRO_TEST_DATABASE ??= `test_${randomUUID().replaceAll('-', '')}`);
await copyDatabase(cluster, name, 'vendro_template');

if (first) {
  process.env.DATABASE_URL = cluster.replace(/\/[^/]*$/, `/${name}`);
  process.env.VENDRO_DATA = mkdtempSync(join(tmpdir(), 'vendro-test-'));
  process.env.VENDRO_LOG = 'silent';
  process.env.VENDRO_PASSWORDS = 'least';
  // How full this machine is says nothing about the code.
  process.env.VENDRO_RESERVE_MIB = '0';
  process.on('exit', () => rmSync(process.env.VENDRO_DATA ?? '', { recursive: true, force: true }));
}

afterAll(async () => {
  const { clock } = await import('$server/clock');
  clock.set(Date.now(), { frozen: false });
});
