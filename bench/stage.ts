import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startThrowAwayCluster, ensureDatabase, type Cluster } from '../scripts/lib/cluster.mjs';
import { migrated } from '../scripts/lib/migrated.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { run } from '../scripts/lib/run.mjs';
import { SERVER_FLAGS } from '../scripts/lib/server-flags.mjs';

/** What is measured: a ratio to a floor of the same run, or a number with a bound. */
export interface Result {
  name: string;
  value: number;
  unit: string;
  bound: number;
  direction: 'min' | 'max';
  /** What the value was measured against, in words with its own absolute figure. */
  floor: string;
}

/** A throw-away cluster, a blob folder, and servers on them, for as long as the benchmarks run. */
export interface Stage {
  cluster: Cluster;
  database: string;
  data: string;
  serve(entry: string, env?: Record<string, string>): Promise<Served>;
  /** Runs a script against the benchmark's database, or another one. */
  script(file: string, args: string[], env?: Record<string, string>): Promise<string>;
}

export interface Served {
  url: string;
  process: ChildProcess;
  stop(): void;
}

/** Sets the stage, lets the benchmarks play, clears everything away. */
export async function onStage(play: (stage: Stage) => Promise<void>): Promise<void> {
  const cluster = await startThrowAwayCluster(['shared_preload_libraries=pg_stat_statements']);
  const data = mkdtempSync(join(tmpdir(), 'vendro-bench-'));
  const servers: Served[] = [];
  await ensureDatabase(cluster, 'bench');
  const database = cluster.url('bench');
  const env = { DATABASE_URL: database, VENDRO_DATA: data, VENDRO_RESERVE_MIB: '0' };
  await migrated(env);
  try {
    await play({
      cluster,
      database,
      data,
      async serve(entry, more = {}) {
        const served = await serve(entry, { ...env, ...more });
        servers.push(served);
        return served;
      },
      script: (file, args, more = {}) =>
        run(process.execPath, ['--import', 'tsx', file, ...args], {
          quiet: true,
          env: { ...process.env, ...env, ...more }
        })
    });
  } finally {
    for (const server of servers) server.stop();
    await cluster.stop();
    rmSync(data, { recursive: true, force: true });
  }
}

async function serve(entry: string, env: Record<string, string>): Promise<Served> {
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const own = {
    HOST: '127.0.0.1',
    PORT: String(port),
    ORIGIN: env.ORIGIN ?? url,
    BODY_SIZE_LIMIT: 'Infinity',
    VENDRO_LOG: 'error'
  };
  const child = spawn(process.execPath, [...SERVER_FLAGS, entry], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, ...env, ...own, NODE_ENV: 'production' }
  });
  // A loaded machine starts it late: only one that ended is given up on.
  for (let i = 0; i < 1200 && child.exitCode === null; i++) {
    if (await fetch(url, { redirect: 'manual' }).catch(() => null))
      return { url, process: child, stop: () => child.kill('SIGKILL') };
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error(`${entry} did not answer.`);
}
