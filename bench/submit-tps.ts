import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { newestPostgres } from '../scripts/lib/postgres-binaries.mjs';
import { run } from '../scripts/lib/run.mjs';
import { Statements } from './statements';
import { inParallel, submit } from './submitting';
import type { Result, Served, Stage } from './stage';

const STUDENTS = 150;
const TURNS = 3;
const AT_ONCE = 8;

/**
 * Submits each second, through the whole server, as a ratio to pgbench running the same number of statements in each
 * transaction on the same cluster, in turns. What we do in them is not made easier: half of pgbench's statements write.
 */
export async function submitTps(stage: Stage): Promise<Result[]> {
  const assignments = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['tps', String(STUDENTS), String(TURNS + 1)])
  ) as string[];
  const server = await stage.serve('build/index.js');
  const students = Array.from({ length: STUDENTS }, (_, i) => `tps-${i + 1}`);
  const [first = '', ...rest] = assignments;
  const statements = await statementsOfOne(stage, server, first);
  const script = pgbenchScript(stage, statements);
  await prepare(stage);
  await inParallel(students.slice(2), AT_ONCE, (token) => submit(server, token, first));
  let [ours, floor] = [0, 0];
  for (const assignment of rest) {
    const begun = performance.now();
    await inParallel(students, AT_ONCE, (token) => submit(server, token, assignment));
    ours += STUDENTS / ((performance.now() - begun) / 1000) / TURNS;
    floor += (await pgbench(stage, script)) / TURNS;
  }
  server.stop();
  const words = `pgbench with ${statements} statements each, ${floor.toFixed(0)} transactions/s (ours ${ours.toFixed(0)} submits/s)`;
  return [{ name: 'submit-tps', value: ours / floor, unit: 'ratio', bound: 0.4, direction: 'min', floor: words }];
}

async function statementsOfOne(stage: Stage, server: Served, assignment: string): Promise<number> {
  const counter = await Statements.of(stage);
  // Twice, so that nothing is counted that happens once in a server's life.
  await submit(server, 'tps-1', assignment);
  const before = await counter.count();
  await submit(server, 'tps-2', assignment);
  const count = (await counter.count()) - before;
  await counter.close();
  return count;
}

/** Reads and writes by turns, each of one row by its key, in one transaction. */
function pgbenchScript(stage: Stage, statements: number): string {
  const path = join(stage.data, 'submit.pgbench');
  // `begin` and `commit` are two of them.
  const inside = Array.from({ length: Math.max(1, statements - 2) }, (_, i) =>
    i % 2 === 0
      ? 'select balance from bench_rows where id = :row;'
      : 'update bench_rows set balance = balance + 1 where id = :row;'
  );
  writeFileSync(path, ['\\set row random(1, 100000)', 'begin;', ...inside, 'commit;', ''].join('\n'));
  return path;
}

async function prepare(stage: Stage): Promise<void> {
  const sql =
    'create table if not exists bench_rows (id integer primary key, balance integer not null); insert into bench_rows select n, 0 from generate_series(1, 100000) n on conflict do nothing; analyze bench_rows;';
  await run(join(newestPostgres() ?? '', 'psql'), [stage.database, '-q', '-c', sql], { quiet: true });
}

async function pgbench(stage: Stage, script: string): Promise<number> {
  const args = ['-n', '-c', String(AT_ONCE), '-j', '2', '-T', '5', '-M', 'prepared', '-f', script, stage.database];
  const said = await run(join(newestPostgres() ?? '', 'pgbench'), args, { quiet: true });
  return Number(/tps = ([\d.]+)/.exec(said)?.[1] ?? NaN);
}
