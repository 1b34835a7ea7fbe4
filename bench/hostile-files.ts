import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { hostileFiles } from '../tests/server/hostile-files';
import { acknowledged, formHeaders } from './submitting';
import type { Result, Served, Stage } from './stage';

/** So often somebody else asks for their Desk, in milliseconds. */
const EVERY = 25;
const MEBIBYTE = 1024 * 1024;

/**
 * One student adds files that are small and endless, and looks at each, while another one uses their Desk: the longest that
 * the other one waits, and the most memory that the server takes, its parsing processes included.
 */
export async function hostileFilesBench(stage: Stage): Promise<Result[]> {
  const [assignment = ''] = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['hostile', '2', '1'])
  ) as string[];
  const files = await hostileFiles();
  const server = await stage.serve('build/index.js');
  const waits: number[] = [];
  let memory = 0;
  let going = true;
  // The first visits warm the server; what is measured is a server that people use.
  for (let i = 0; i < 20; i++) await desk(server);
  const other = (async () => {
    while (going) {
      const begun = performance.now();
      await desk(server);
      waits.push(performance.now() - begun);
      await pause(EVERY);
    }
  })();
  const weigh = (async () => {
    while (going) {
      memory = Math.max(memory, weightOf(server.process.pid ?? 0));
      await pause(40);
    }
  })();
  const slowest: string[] = [];
  for (const file of files) {
    const begun = performance.now();
    await add(server, assignment, file);
    for (const id of await piecesNamed(stage, file.name)) await look(server, id);
    slowest.push(`${file.name} ${((performance.now() - begun) / 1000).toFixed(1)} s`);
  }
  going = false;
  await Promise.all([other, weigh]);
  server.stop();
  waits.sort((a, b) => a - b);
  const median = waits[Math.floor(waits.length / 2)] ?? NaN;
  const floor = `${files.length} files; the other's median was ${median.toFixed(0)} ms of ${waits.length} visits; ${slowest.join(', ')}`;
  return [
    { name: 'hostile-files/wait', value: waits.at(-1) ?? NaN, unit: 'ms', bound: 250, direction: 'max', floor },
    {
      name: 'hostile-files/memory',
      value: memory / MEBIBYTE,
      unit: 'MiB',
      bound: 900,
      direction: 'max',
      floor: 'server and its parsing processes, resident'
    }
  ];
}

async function desk({ url }: Served): Promise<void> {
  const answer = await fetch(`${url}/desk`, { headers: { cookie: 'vendro_session=hostile-2' } });
  await answer.text();
  if (answer.status !== 200) throw new Error(`The Desk answered ${answer.status}.`);
}

async function add({ url }: Served, assignment: string, file: { name: string; bytes: Buffer }): Promise<void> {
  const body = new FormData();
  body.set('deliverable', '');
  body.set('key', `hostile-${file.name}`);
  body.append('files', new File([new Uint8Array(file.bytes)], file.name));
  const headers = formHeaders(url, 'hostile-1');
  const answer = await fetch(`${url}/assignments/${assignment}?/addFiles`, { method: 'POST', headers, body });
  acknowledged(answer.status, await answer.text());
}

async function look({ url }: Served, pieceId: string): Promise<void> {
  const answer = await fetch(`${url}/pieces/${pieceId}/look`, { headers: { cookie: 'vendro_session=hostile-1' } });
  await answer.text();
  if (answer.status !== 200) throw new Error(`Looking answered ${answer.status}.`);
}

async function piecesNamed(stage: Stage, name: string): Promise<string[]> {
  const client = new pg.Client({ connectionString: stage.database });
  await client.connect();
  const { rows } = await client.query<{ id: string }>('select id from pieces where name = $1', [name]);
  await client.end();
  return rows.map(({ id }) => id);
}

/** Resident memory of a process and its children, in bytes. */
function weightOf(pid: number): number {
  let children = '';
  try {
    children = execFileSync('pgrep', ['-P', String(pid)], { encoding: 'utf8' });
  } catch {
    // It has none.
  }
  const pids = [String(pid), ...children.trim().split('\n')].filter((one) => one !== '');
  return pids.reduce((sum, one) => sum + resident(one), 0);
}

function resident(pid: string): number {
  try {
    return Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096;
  } catch {
    return 0;
  }
}
