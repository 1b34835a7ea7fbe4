import { existsSync } from 'node:fs';
import { run } from '../scripts/lib/run.mjs';
import { requestsPerSecond } from './load';
import type { Result, Stage } from './stage';

const TURNS = 3;

/**
 * The Desk with 60 assignments, against a bare SvelteKit page that looks a session up, runs one query and renders 60
 * plain rows. Both on the same database; in turns, so that a slow spell of the machine hits both.
 */
export async function deskRps(stage: Stage): Promise<Result[]> {
  if (!existsSync('bench/bare/build/index.js'))
    await run(process.execPath, ['../../node_modules/vite/bin/vite.js', 'build', '--logLevel', 'error'], {
      quiet: true,
      cwd: 'bench/bare'
    });
  const { student } = JSON.parse(await stage.script('bench/fill.command.ts', ['60'])) as { student: string };
  const cookie = `vendro_session=${student}`;
  const [desk, bare] = [await stage.serve('build/index.js'), await stage.serve('bench/bare/build/index.js')];
  await requestsPerSecond(`${desk.url}/desk`, cookie, 3);
  await requestsPerSecond(`${bare.url}/rows`, cookie, 3);
  const rates: Array<{ desk: number; bare: number }> = [];
  for (let turn = 0; turn < TURNS; turn++)
    rates.push({
      desk: await requestsPerSecond(`${desk.url}/desk`, cookie, 4),
      bare: await requestsPerSecond(`${bare.url}/rows`, cookie, 4)
    });
  desk.stop();
  bare.stop();
  const mean = (of: 'desk' | 'bare') => rates.reduce((sum, rate) => sum + rate[of], 0) / TURNS;
  const floor = `bare page, ${mean('bare').toFixed(0)} requests/s (Desk ${mean('desk').toFixed(0)})`;
  return [{ name: 'desk-rps', value: mean('desk') / mean('bare'), unit: 'ratio', bound: 0.5, direction: 'min', floor }];
}
