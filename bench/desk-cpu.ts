import { serveBare } from './bare';
import { cpuSeconds } from './cpu';
import { inParallel } from './submitting';
import type { Result, Served, Stage } from './stage';

const ROWS = 60;
const WARM_UP = 600;
const REQUESTS = 500;
const TURNS = 4;
const AT_ONCE = 4;

/**
 * The server's processor time for a Desk of 60 rows, as a ratio to that of a bare page of the same framework which sends as
 * many bytes after one query. In turns, both warm.
 */
export async function deskCpu(stage: Stage): Promise<Result[]> {
  const made = await stage.script('bench/fill.command.ts', [String(ROWS)]);
  const { student } = JSON.parse(made) as { student: string };
  const [app, bare] = [await stage.serve('build/index.js'), await serveBare(stage)];
  const headers = { cookie: `vendro_session=${student}` };
  const bytes = await sizeOf(`${app.url}/desk`, headers);
  const own = await sizeOf(`${bare.url}/bytes?more=0`, headers);
  const desk = () => cost(app, '/desk', headers);
  const floor = () => cost(bare, `/bytes?more=${bytes - own}`, headers);
  await cost(app, '/desk', headers, WARM_UP);
  await cost(bare, `/bytes?more=${bytes - own}`, headers, WARM_UP);
  let [ours, theirs] = [0, 0];
  for (let turn = 0; turn < TURNS; turn++) {
    ours += (await desk()) / TURNS;
    theirs += (await floor()) / TURNS;
  }
  app.stop();
  bare.stop();
  return [
    {
      name: 'desk-cpu',
      value: ours / theirs,
      unit: 'ratio',
      bound: 1.6,
      direction: 'max',
      floor: `bare page of ${(bytes / 1000).toFixed(1)} kB, ${theirs.toFixed(2)} ms each (Desk ${ours.toFixed(2)})`
    }
  ];
}

/** Milliseconds of processor time for each of so many requests. */
async function cost(
  server: Served,
  path: string,
  headers: Record<string, string>,
  requests = REQUESTS
): Promise<number> {
  const before = cpuSeconds(server.process);
  await inParallel(
    Array.from({ length: requests }, (_, i) => i),
    AT_ONCE,
    async () => {
      await sizeOf(server.url + path, headers);
    }
  );
  return ((cpuSeconds(server.process) - before) * 1000) / requests;
}

async function sizeOf(url: string, headers: Record<string, string>): Promise<number> {
  const answer = await fetch(url, { headers, redirect: 'manual' });
  const { byteLength } = await answer.arrayBuffer();
  if (answer.status !== 200) throw new Error(`${url} answered ${answer.status}.`);
  return byteLength;
}
