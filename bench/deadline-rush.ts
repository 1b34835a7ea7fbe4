import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { setTimeout as pause } from 'node:timers/promises';
import pg from 'pg';
import { addCount, pressUntil, submit } from './submitting';
import type { Result, Stage } from './stage';

const STUDENTS = 500;
const MINUTE = 60_000;
/** Not all have pressed by then, and the last bytes of some are on their way. */
const DIES_AT = MINUTE / 2;

/**
 * Five hundred students add a file and submit within one minute, while the server is killed in the middle and comes back.
 * Each of them presses again until they are told that it arrived, with the same key.
 */
export async function deadlineRush(stage: Stage): Promise<Result[]> {
  const [assignment = ''] = JSON.parse(
    await stage.script('bench/fill-class.command.ts', ['rush', String(STUDENTS), '1'])
  ) as string[];
  let server = await stage.serve('build/index.js');
  const took: number[] = [];
  const killed = pause(DIES_AT).then(async () => {
    server.process.kill('SIGKILL');
    server = await stage.serve('build/index.js');
  });
  const press = async (no: number) => {
    // Spread over the minute as people are: the most of them at its end.
    await pause(MINUTE * Math.sqrt(no / STUDENTS));
    const token = `rush-${no}`;
    await pressUntil(() => addCount(server, token, assignment, no));
    await pressUntil(async () => {
      const begun = performance.now();
      await submit(server, token, assignment, `rush-key-${no}`);
      took.push(performance.now() - begun);
    });
  };
  await Promise.all([killed, ...Array.from({ length: STUDENTS }, (_, i) => press(i + 1))]);
  server.stop();
  const lost = await lostReceipts(stage, assignment);
  const altered = await alteredBlobs(stage);
  took.sort((a, b) => a - b);
  const p99 = took[Math.floor(took.length * 0.99)] ?? NaN;
  const floor = `${STUDENTS} students within a minute, SIGKILL in the middle`;
  return [
    { name: 'deadline-rush/lost', value: lost, unit: 'receipts', bound: 0, direction: 'max', floor },
    { name: 'deadline-rush/altered', value: altered, unit: 'files', bound: 0, direction: 'max', floor },
    { name: 'deadline-rush/p99', value: p99, unit: 'ms', bound: 2000, direction: 'max', floor: `none: ${floor}` }
  ];
}

/** Every student was told that it arrived: whoever has not one round with one receipt and both pieces has lost it. */
async function lostReceipts(stage: Stage, assignment: string): Promise<number> {
  const client = new pg.Client({ connectionString: stage.database });
  await client.connect();
  const { rows } = await client.query<{ n: string }>(
    `select count(*) as n from packets p where p.assignment_id = $1 and p.standing_round = 1
       and (select count(*) from rounds r where r.packet_id = p.id) = 1
       and (select count(*) from receipts r where r.packet_id = p.id) = 1
       and (select count(*) from round_pieces f where f.packet_id = p.id) = 2`,
    [assignment]
  );
  await client.end();
  return STUDENTS - Number(rows[0]?.n ?? 0);
}

/** Stored files whose bytes are not what their name says. */
export async function alteredBlobs(stage: Pick<Stage, 'data'>): Promise<number> {
  const folder = join(stage.data, 'blobs');
  let altered = 0;
  for (const entry of await readdir(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !/^[0-9a-f]{64}$/.test(entry.name)) continue;
    const hash = createHash('sha256');
    await pipeline(createReadStream(join(entry.parentPath, entry.name)), hash);
    if (hash.digest('hex') !== entry.name) altered++;
  }
  return altered;
}
