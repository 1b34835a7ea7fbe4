import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { ensureDatabase } from '../scripts/lib/cluster.mjs';
import { newestPostgres } from '../scripts/lib/postgres-binaries.mjs';
import { inParallel, submit } from './submitting';
import type { Result, Stage } from './stage';

const STUDENTS = 60;
const ROUNDS = 6;

/** Receipts that do not verify after a backup that was taken while a class submits, and a restore into a new place. */
export async function backupRestore(stage: Stage): Promise<Result[]> {
  const assignments = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['backup', String(STUDENTS), String(ROUNDS)])
  ) as string[];
  const server = await stage.serve('build/index.js');
  const folder = mkdtempSync(join(tmpdir(), 'vendro-backup-'));
  const elsewhere = mkdtempSync(join(tmpdir(), 'vendro-elsewhere-'));
  const presses = assignments.flatMap((assignment) =>
    Array.from({ length: STUDENTS }, (_, i) => ({ assignment, token: `backup-${i + 1}` }))
  );
  const load = inParallel(presses, 4, ({ assignment, token }) => submit(server, token, assignment));
  const begun = performance.now();
  await command('write', folder, { DATABASE_URL: stage.database, VENDRO_DATA: stage.data });
  const took = (performance.now() - begun) / 1000;
  await load;
  server.stop();
  await ensureDatabase(stage.cluster, 'bench_restored');
  const said = await command('restore', folder, {
    DATABASE_URL: stage.cluster.url('bench_restored'),
    VENDRO_DATA: elsewhere
  });
  for (const one of [folder, elsewhere]) rmSync(one, { recursive: true, force: true });
  const [, receipts = '0'] = /(\d+) receipts/.exec(said) ?? [];
  const bad = said.split('\n').filter((line) => /^\S+: /.test(line)).length;
  const floor = `${receipts} receipts of ${presses.length} submits under way; backed up in ${took.toFixed(1)} s`;
  return [{ name: 'backup-restore', value: bad, unit: 'receipts', bound: 0, direction: 'max', floor }];
}

async function command(what: string, folder: string, env: Record<string, string>): Promise<string> {
  const args = ['--import', 'tsx', 'src/lib/server/backup/backup.command.ts', what, folder, newestPostgres() ?? ''];
  const { stdout } = await promisify(execFile)(process.execPath, args, {
    env: { ...process.env, VENDRO_LOG: 'silent', ...env }
  });
  return stdout;
}
