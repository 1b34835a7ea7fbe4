import { randomBytes } from 'node:crypto';
import { createReadStream, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { request } from 'node:http';
import { join } from 'node:path';
import { run } from '../scripts/lib/run.mjs';
import type { Result, Served, Stage } from './stage';

const GIBIBYTE = 1024 ** 3;
const TURNS = 3;

/**
 * Storing 1 GiB through the form that students use, against `sha256sum` plus `cp` of the same file; and the server's
 * peak memory meanwhile, as the kernel counts it (VmHWM, proc(5)). The median of three turns each, in turns.
 */
export async function store1gib(stage: Stage): Promise<Result[]> {
  const folder = join(stage.data, 'source');
  mkdirSync(folder);
  const source = join(folder, 'big.bin');
  const filled = JSON.parse(await stage.script('bench/fill.command.ts', ['1'])) as {
    student: string;
    assignment: string;
  };
  const server = await stage.serve('build/index.js');
  const times: Array<{ floor: number; store: number }> = [];
  for (let turn = 0; turn < TURNS; turn++) {
    // Other bytes each turn: the store keeps the same bytes once, and would have less to do.
    await writeRandom(source);
    const floor = await timed(async () => {
      await run('sha256sum', [source], { quiet: true });
      await run('cp', [source, join(folder, 'copy.bin')], { quiet: true });
    });
    rmSync(join(folder, 'copy.bin'));
    times.push({ floor, store: await timed(() => upload(server, filled, source)) });
    rmSync(join(stage.data, 'blobs'), { recursive: true });
  }
  const peak = peakMemory(server.process.pid ?? 0);
  server.stop();
  const floor = median(times.map((t) => t.floor));
  const store = median(times.map((t) => t.store));
  const words = `sha256sum plus cp, ${floor.toFixed(2)} s (store ${store.toFixed(2)} s)`;
  return [
    { name: 'store-1gib', value: store / floor, unit: 'ratio', bound: 1.5, direction: 'max', floor: words },
    {
      name: 'store-1gib/memory',
      value: peak,
      unit: 'MB',
      bound: 300,
      direction: 'max',
      floor: 'none: peak resident memory of the server'
    }
  ];
}

async function writeRandom(path: string): Promise<void> {
  const file = await open(path, 'w');
  const block = randomBytes(16 * 1024 * 1024);
  for (let written = 0; written < GIBIBYTE; written += block.length) {
    block.writeBigUInt64LE(BigInt(written), 0);
    randomBytes(4096).copy(block, 4096);
    await file.write(block);
  }
  // What the floor and the store read must not have to be written first.
  await file.sync();
  await file.close();
}

function upload(
  server: Served,
  { student, assignment }: { student: string; assignment: string },
  source: string
): Promise<void> {
  const field = (name: string, value: string) =>
    `--b\r\ncontent-disposition: form-data; name="${name}"\r\n\r\n${value}\r\n`;
  const head = `${field('deliverable', '')}${field('key', `bench-${randomBytes(8).toString('hex')}`)}--b\r\ncontent-disposition: form-data; name="files"; filename="big.bin"\r\ncontent-type: application/octet-stream\r\n\r\n`;
  return new Promise((resolve, reject) => {
    const headers = {
      cookie: `vendro_session=${student}`,
      origin: server.url,
      accept: 'application/json',
      'x-sveltekit-action': 'true',
      'content-type': 'multipart/form-data; boundary=b'
    };
    const sent = request(
      `${server.url}/assignments/${assignment}?/addFiles`,
      { method: 'POST', headers },
      async (answer) => {
        const body = Buffer.concat(await answer.toArray()).toString();
        if (body.includes('"success"')) resolve();
        else reject(new Error(`The upload was refused: ${body}`));
      }
    );
    sent.on('error', reject);
    sent.write(head);
    const bytes = createReadStream(source, { highWaterMark: 1024 * 1024 });
    bytes.pipe(sent, { end: false });
    bytes.on('end', () => sent.end('\r\n--b--\r\n'));
  });
}

async function timed(work: () => Promise<void>): Promise<number> {
  const begun = performance.now();
  await work();
  return (performance.now() - begun) / 1000;
}

function peakMemory(pid: number): number {
  const line = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'));
  return Number(line?.[1] ?? Infinity) / 1000;
}

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
}
