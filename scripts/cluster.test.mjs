import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, expect, it } from 'vitest';
import { ensureDatabase, startCluster, startThrowAwayCluster } from './lib/cluster.mjs';
import { freePort, isPortFree } from './lib/ports.mjs';
import { newestPostgres } from './lib/postgres-binaries.mjs';

const folder = mkdtempSync(join(tmpdir(), 'vendro-cluster-test-'));
chmodSync(folder, 0o755);
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** @param {string} url @param {string} sql */
async function ask(url, sql) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows } = await client.query(sql).finally(() => client.end());
  return rows;
}

it('finds Debian’s server binaries', () => expect(existsSync(join(newestPostgres() ?? '', 'initdb'))).toBe(true));

it('keeps its data over a restart, and finds a cluster that still runs', async () => {
  const first = await startCluster(folder);
  await ensureDatabase(first, 'harbour');
  await ask(first.url('harbour'), 'create table boats as select 1 as id');
  const again = await startCluster(folder);
  expect(again.url('harbour')).toBe(first.url('harbour'));
  await first.stop();
  const second = await startCluster(folder);
  await ensureDatabase(second, 'harbour');
  expect(await ask(second.url('harbour'), 'select id from boats')).toEqual([{ id: 1 }]);
  expect(await ask(second.url('postgres'), 'show listen_addresses')).toEqual([{ listen_addresses: '127.0.0.1' }]);
  await second.stop();
});

it('lets nobody in without the password', async () => {
  const cluster = await startThrowAwayCluster();
  const guess = cluster.url('postgres').replace(/:[^:@]*@/, ':guess@');
  await expect(ask(guess, 'select 1')).rejects.toThrow(/password/);
  await cluster.stop();
  await expect(ask(cluster.url('postgres'), 'select 1')).rejects.toThrow();
});

it('tells a port that is in use from one that is free', async () => {
  const cluster = await startThrowAwayCluster();
  const port = Number(new URL(cluster.url('x')).port);
  expect([await isPortFree(port), await isPortFree(await freePort())]).toEqual([false, true]);
  await cluster.stop();
});
