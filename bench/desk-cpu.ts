import { unflatten } from 'devalue';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { serveBare } from './bare';
import { cpuSeconds } from './cpu';
import { startRecorder } from './recorder';
import { inParallel } from './submitting';
import type { Result, Served, Stage } from './stage';

const ROWS = 60;
const WARM_UP = 1800;
const REQUESTS = 500;
const TURNS = 4;
const AT_ONCE = 4;

/**
 * The server's processor time for a Desk of 60 rows, as a ratio to that of two bare pages of the same framework: one sends as
 * many bytes after one query; the other runs the very statements of that Desk and draws its data with plain markup. In
 * turns, all warm.
 */
export async function deskCpu(stage: Stage): Promise<Result[]> {
  const made = await stage.script('bench/fill.command.ts', [String(ROWS)]);
  const { student } = JSON.parse(made) as { student: string };
  // Packed answers would be weighed against plain ones otherwise: the bare pages do not pack.
  const headers = { cookie: `vendro_session=${student}`, 'accept-encoding': 'identity' };
  const recorder = await startRecorder(stage, 'desk');
  const data = join(stage.data, 'desk.json');
  writeFileSync(data, JSON.stringify(await dataOf(recorder.server.url, headers)));
  await sizeOf(`${recorder.server.url}/desk`, { ...headers, ...recorder.as('desk') });
  recorder.server.stop();
  const [app, bare] = [
    await stage.serve('build/index.js'),
    await serveBare(stage, { ...recorder.env, DESK_DATA: data })
  ];
  const bytes = await sizeOf(`${app.url}/desk`, headers);
  const floors = await Promise.all(
    ['bytes', 'lines'].map(async (name) => {
      const own = await sizeOf(`${bare.url}/${name}?more=0`, headers);
      return { name, path: `/${name}?more=${bytes - own}` };
    })
  );
  const pages = [{ name: 'desk', path: '/desk', served: app }, ...floors.map((one) => ({ ...one, served: bare }))];
  for (const { served, path } of pages) await cost(served, path, headers, WARM_UP);
  const spent = new Map<string, number>();
  for (let turn = 0; turn < TURNS; turn++)
    for (const { name, served, path } of pages)
      spent.set(name, (spent.get(name) ?? 0) + (await cost(served, path, headers)) / TURNS);
  app.stop();
  bare.stop();
  const of = (name: string) => spent.get(name) ?? 0;
  const words = `of ${(bytes / 1000).toFixed(1)} kB`;
  const result = (name: string, floor: string, what: string): Result => ({
    name,
    value: of('desk') / of(floor),
    unit: 'ratio',
    bound: 1.6,
    direction: 'max',
    floor: `${what} ${words}, ${of(floor).toFixed(2)} ms each (Desk ${of('desk').toFixed(2)})`
  });
  return [
    result('desk-cpu', 'bytes', 'bare page'),
    result('desk-cpu/same', 'lines', 'bare page with the very statements and lines')
  ];
}

/** What the Desk gives its page, as the framework hands it to a browser. */
async function dataOf(url: string, headers: Record<string, string>): Promise<unknown> {
  const answer = await fetch(`${url}/desk/__data.json`, { headers });
  const { nodes } = (await answer.json()) as { nodes: Array<{ data: unknown[] }> };
  return unflatten(nodes[1]?.data ?? []);
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
