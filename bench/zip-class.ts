import { mkdirSync, rmSync } from 'node:fs';
import { cp, readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { run } from '../scripts/lib/run.mjs';
import { peakMemory, timed } from './process-cost';
import type { Result, Stage } from './stage';

const WORKS = 200;
const BYTES = 20 * 1024 * 1024;
const TURNS = 2;

/** All works of a class as one ZIP over HTTP, against `zip -0` of the same files; and the server's memory meanwhile. */
export async function zipClass(stage: Stage): Promise<Result[]> {
  const name = `zipped${Date.now() % 100_000}`;
  const filled = JSON.parse(
    await stage.script('bench/fill-marking.command.ts', [name, String(WORKS), String(BYTES), '0'])
  ) as { teacher: string; assignmentId: string };
  const folder = join(stage.data, 'works');
  mkdirSync(folder);
  // The same bytes, as files that zip finds.
  for (const one of await readdir(join(stage.data, 'blobs'), { recursive: true, withFileTypes: true }))
    if (one.isFile()) await cp(join(one.parentPath, one.name), join(folder, one.name));
  const server = await stage.serve('build/index.js');
  const [ours, floor]: [number[], number[]] = [[], []];
  let before = 0;
  for (let turn = 0; turn < TURNS; turn++) {
    floor.push(
      await timed(() => run('sh', ['-c', 'zip -0 -q -r - . | cat > /dev/null'], { quiet: true, cwd: folder }))
    );
    const fetched = () =>
      run(
        'curl',
        [
          ...['-s', '-o', '/dev/null', '-H', `cookie: vendro_session=${filled.teacher}`],
          `${server.url}/assignments/${filled.assignmentId}/works`
        ],
        { quiet: true }
      );
    if (turn === 0) before = peakMemory(server.process.pid ?? 0);
    ours.push(await timed(fetched));
  }
  const grown = peakMemory(server.process.pid ?? 0) - before;
  server.stop();
  rmSync(folder, { recursive: true });
  const [own, theirs] = [Math.min(...ours), Math.min(...floor)];
  return [
    {
      ...{ name: 'zip-class', value: own / theirs, unit: 'ratio', bound: 1.5, direction: 'max' },
      floor: `zip -0 of ${WORKS} works of 20 MB, ${theirs.toFixed(1)} s (ours ${own.toFixed(1)})`
    },
    {
      ...{ name: 'zip-class/memory', value: grown, unit: 'MB', bound: 120, direction: 'max' },
      floor: `what the server's peak memory grew by; it was ${before.toFixed(0)} MB before`
    }
  ];
}
