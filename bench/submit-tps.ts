import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { newestPostgres } from '../scripts/lib/postgres-binaries.mjs';
import { run } from '../scripts/lib/run.mjs';
import { Statements } from './statements';
import { inParallel, submit } from './submitting';
import type { Result, Served, Stage } from './stage';

const STUDENTS = 150;
/** A server's code is only compiled once it has run often: what is measured is one that has been up for a while. */
const WARM_UP = 4;
const TURNS = 4;
const AT_ONCE = 8;

/**
 * Submits each second, through the whole server, as a ratio to pgbench running the same number of statements in each
 * transaction on the same cluster, in turns. What we do in them is not made easier: half of pgbench's statements write.
 *
 * Beside it, what is left of the ratio for the same request where it comes again and only reads its earlier answer:
 * what the session, HTTP and the framework take, before anything is submitted.
 */
export async function submitTps(stage: Stage): Promise<Result[]> {
  const assignments = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['tps', String(STUDENTS), String(WARM_UP + TURNS)])
  ) as string[];
  const server = await stage.serve('build/index.js');
  const students = Array.from({ length: STUDENTS }, (_, i) => `tps-${i + 1}`);
  const [first = '', ...rest] = assignments;
  const statements = await statementsOfOne(stage, server, first);
  const script = pgbenchScript(stage, statements);
  await prepareRows(stage);
  const perSecond = async (assignment: string, who = students) => {
    const begun = performance.now();
    await inParallel(who, AT_ONCE, (token) => submit(server, token, assignment, `${token} ${assignment}`));
    return who.length / ((performance.now() - begun) / 1000);
  };
  await perSecond(first, students.slice(2));
  for (const assignment of rest.splice(0, WARM_UP - 1)) await perSecond(assignment);
  let [ours, again, floor] = [0, 0, 0];
  for (const assignment of rest) {
    ours += (await perSecond(assignment)) / TURNS;
    again += (await perSecond(assignment)) / TURNS;
    floor += (await pgbench(stage, script)) / TURNS;
  }
  server.stop();
  const words = `pgbench with ${statements} statements each, ${floor.toFixed(0)} transactions/s`;
  const ratio = { unit: 'ratio', bound: 0.4, direction: 'min' } as const;
  return [
    { ...ratio, name: 'submit-tps', value: ours / floor, floor: `${words} (ours ${ours.toFixed(0)} submits/s)` },
    { ...ratio, name: 'submit-tps/only-asked', value: again / floor, floor: `${words} (ours ${again.toFixed(0)}/s)` }
  ];
}

/** How many statements one submit costs, counted by PostgreSQL. */
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

/** A hundred thousand rows that a floor can read and write. */
async function prepareRows(stage: Stage): Promise<void> {
  const sql =
    'create table if not exists bench_rows (id integer primary key, balance integer not null); insert into bench_rows select n, 0 from generate_series(1, 100000) n on conflict do nothing; analyze bench_rows;';
  await run(join(newestPostgres() ?? '', 'psql'), [stage.database, '-q', '-c', sql], { quiet: true });
}

async function pgbench(stage: Stage, script: string): Promise<number> {
  const args = ['-n', '-c', String(AT_ONCE), '-j', '2', '-T', '5', '-M', 'prepared', '-f', script, stage.database];
  const said = await run(join(newestPostgres() ?? '', 'pgbench'), args, { quiet: true });
  return Number(/tps = ([\d.]+)/.exec(said)?.[1] ?? NaN);
}
