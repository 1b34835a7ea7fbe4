import { randomBytes } from 'node:crypto';
import { mkdirSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { run } from '../scripts/lib/run.mjs';
import { peakMemory, timed } from './process-cost';
import type { Result, Served, Stage } from './stage';

const GIBIBYTE = 1024 ** 3;
const TURNS = 3;

/** A student with an assignment, as `fill.command.ts` prints them. */
export interface Sender {
  student: string;
  assignment: string;
}

/**
 * Brings 1 GiB to the server in some way, against `sha256sum` plus `cp` of the same file; and the server's peak memory
 * meanwhile, as the kernel counts it (VmHWM, proc(5)). The median of three turns each, in turns.
 *
 * @param count of assignments to fill the database with; another one for each benchmark
 */
export async function aGibibyte(
  stage: Stage,
  name: string,
  count: number,
  bring: (server: Served, sender: Sender, source: string) => Promise<void>
): Promise<Result[]> {
  const folder = join(stage.data, name);
  mkdirSync(folder);
  const source = join(folder, 'big.bin');
  const sender = JSON.parse(await stage.script('bench/fill.command.ts', [String(count)])) as Sender;
  const server = await stage.serve('build/index.js');
  const times: Array<{ floor: number; brought: number }> = [];
  for (let turn = 0; turn < TURNS; turn++) {
    // Other bytes each turn: the store keeps the same bytes once, and would have less to do.
    await writeRandom(source);
    const floor = await timed(async () => {
      await run('sha256sum', [source], { quiet: true });
      await run('cp', [source, join(folder, 'copy.bin')], { quiet: true });
    });
    rmSync(join(folder, 'copy.bin'));
    times.push({ floor, brought: await timed(() => bring(server, sender, source)) });
    rmSync(join(stage.data, 'blobs'), { recursive: true });
  }
  const peak = peakMemory(server.process.pid ?? 0);
  server.stop();
  rmSync(folder, { recursive: true });
  const floor = median(times.map((t) => t.floor));
  const brought = median(times.map((t) => t.brought));
  const words = `sha256sum plus cp, ${floor.toFixed(2)} s (brought in ${brought.toFixed(2)} s)`;
  const memory = 'none: peak resident memory of the server';
  return [
    { name, value: brought / floor, unit: 'ratio', bound: 1.5, direction: 'max', floor: words },
    { name: `${name}/memory`, value: peak, unit: 'MB', bound: 300, direction: 'max', floor: memory }
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

function median(values: number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;
}
