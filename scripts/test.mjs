import { spawn } from 'node:child_process';
import { startThrowAwayCluster } from './lib/cluster.mjs';
import { ensurePackages } from './lib/debian.mjs';
import { loadDemoTemplate } from './lib/demo-template.mjs';
import { ensureBuilt, ensureInstalled } from './lib/fresh.mjs';
import { pace, watchPace } from './lib/pace.mjs';
import { processorTime } from './lib/processor-time.mjs';
import { installed } from './lib/run.mjs';
import { runScript, say } from './lib/say.mjs';
import { scratchInMemory } from './lib/scratch.mjs';
import { howManyPassed, whatFailed } from './lib/what-failed.mjs';

/**
 * `npm test`: everything, from a fresh checkout: types, lint, floors and format, unit tests, server tests on a
 * throw-away cluster, browser journeys against the production build. All parts run even when one fails.
 *
 * What failed is named once more at the very end: by then the journeys have said a thousand lines.
 *
 * The checks and what is counted run beside the tests without a browser, which wait for PostgreSQL and for processes much of their time. The
 * journeys have the machine for themselves: they are watched by the clock.
 */
await runScript(async () => {
  const [started, before] = [performance.now(), processorTime()];
  await ensurePackages([
    'postgresql',
    'chromium-headless-shell',
    'python3-jwcrypto',
    'python3-icalendar',
    'python3-openpyxl',
    'poppler-utils',
    'pandoc'
  ]);
  await ensureInstalled();
  await ensureBuilt();
  const idle = pace();
  const paceOfRun = watchPace();
  const clear = scratchInMemory();
  const cluster = await startThrowAwayCluster();
  /** @type {NodeJS.ProcessEnv} */
  const env = {
    ...process.env,
    VENDRO_TEST_CLUSTER: cluster.url('postgres'),
    DATABASE_URL: undefined,
    VENDRO_DATA: undefined
  };
  /**
   * @param {string} name
   * @param {string[]} command
   * @param {'shown' | 'after'} output as it comes, or once it is done: several at a time would mix
   */
  const part = async (name, command, output) => {
    const begun = performance.now();
    if (output === 'shown') say(`\n── ${name}`);
    const done = await run(command, env, output === 'shown');
    if (output === 'after') say(`\n── ${name}\n${done.said}`);
    const passed = done.code === 0;
    const failed = passed ? [] : whatFailed(done.said);
    return { name, passed, failed, seconds: (performance.now() - begun) / 1000, tests: howManyPassed(done.said) };
  };
  const results = [
    ...(
      await Promise.all([
        oneAfterAnother(
          () => part('types, lint, floors, format', ['node', 'scripts/check.mjs'], 'after'),
          () => part('queries and scripts, counted', ['node', '--import', 'tsx', 'bench/main.ts', '--counted'], 'after')
        ),
        oneAfterAnother(async () => {
          // Loaded once for all that copy it.
          Object.assign(env, await loadDemoTemplate(cluster.url));
          return part('core, server and scripts', [installed('vitest'), 'run'], 'shown');
        })
      ])
    ).flat()
  ];
  results.push(await part('browser journeys', [installed('playwright'), 'test'], 'shown'));
  await cluster.stop();
  clear();
  say('');
  for (const { name, passed, failed, seconds, tests } of results) {
    const each = tests ? `, ${tests} of ${(seconds / tests).toFixed(1)} s` : '';
    say(`${passed ? 'passed' : 'FAILED'}  ${name} (${seconds.toFixed(0)} s${each})`);
    for (const test of failed) say(`        ${test}`);
  }
  const passed = results.filter((result) => result.passed).length;
  const minutes = (performance.now() - started) / 60_000;
  // Where others share the machine, its own clock says less than this.
  const now = processorTime();
  const busy = now.busy - before.busy;
  say(
    `\n${minutes.toFixed(1)} minutes; ${busy.toFixed(0)} seconds of processor time, and ${(now.taken - before.taken).toFixed(0)} that other machines took`
  );
  const each = paceOfRun();
  say(
    `(As much as ${(busy / each).toFixed(0)} fixed pieces of computing of ${each.toFixed(2)} s, and ${idle.toFixed(2)} before it began: so fast was the machine.)`
  );
  say(`${passed} passed, ${results.length - passed} failed`);
  process.exit(passed === results.length ? 0 : 1);
});

/**
 * Two cores carry two lanes: with a third, servers that start beside them are given up on as dead.
 *
 * @template T @param {...(() => Promise<T>)} parts @returns {Promise<T[]>}
 */
async function oneAfterAnother(...parts) {
  const results = [];
  for (const run of parts) results.push(await run());
  return results;
}

/**
 * @param {string[]} command @param {NodeJS.ProcessEnv} env @param {boolean} shown as it comes
 * @returns {Promise<{ code: number, said: string }>} `said`: what it printed
 */
function run([program = '', ...args], env, shown) {
  const colours = shown && process.stdout.isTTY ? { FORCE_COLOR: '1' } : {};
  const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'pipe'], env: { ...env, ...colours } });
  let said = '';
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk) => {
      said += chunk;
      if (shown) process.stdout.write(chunk);
    });
  return new Promise((resolve) => child.on('close', (code) => resolve({ code: code ?? 1, said })));
}
