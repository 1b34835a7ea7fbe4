import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll } from 'vitest';

/** Gives each test file a database and a blob folder of its own, before anything reads the environment. */
const cluster = process.env.VENDRO_TEST_CLUSTER ?? '';
const name = `test_${randomUUID().replaceAll('-', '')}`;
const admin = new pg.Client({ connectionString: cluster });
await admin.connect();
// Copies of one template have to wait for each other.
await admin.query('select pg_advisory_lock(1)');
await admin.query(`create database ${name} template vendro_template`);
await admin.end();

process.env.DATABASE_URL = cluster.replace(/\/[^/]*$/, `/${name}`);
process.env.VENDRO_DATA = mkdtempSync(join(tmpdir(), 'vendro-test-'));
process.env.VENDRO_LOG = 'silent';
// How full this machine is says nothing about the code.
process.env.VENDRO_RESERVE_MIB = '0';

afterAll(async () => {
  const { database } = await import('$server/db/connection');
  await database.close();
  rmSync(process.env.VENDRO_DATA ?? '', { recursive: true, force: true });
});
