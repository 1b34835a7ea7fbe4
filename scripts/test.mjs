import { spawn } from 'node:child_process';
import { startThrowAwayCluster } from './lib/cluster.mjs';
import { ensurePackages } from './lib/debian.mjs';
import { ensureBuilt, ensureInstalled } from './lib/fresh.mjs';
import { runScript, say } from './lib/say.mjs';

/**
 * `npm test`: everything, from a fresh checkout: types, lint, floors and format, unit tests, server tests on a
 * throw-away cluster, browser journeys against the production build. All parts run even when one fails.
 *
 * The checks and what is counted run beside the tests without a browser, which wait for PostgreSQL and for processes much of their time. The
 * journeys have the machine for themselves: they are watched by the clock.
 */
await runScript(async () => {
  await ensurePackages(['postgresql', 'chromium-headless-shell', 'python3-jwcrypto']);
  await ensureInstalled();
  await ensureBuilt();
  const cluster = await startThrowAwayCluster();
  const env = {
    ...process.env,
    VENDRO_TEST_CLUSTER: cluster.url('postgres'),
    DATABASE_URL: undefined,
    VENDRO_DATA: undefined
  };
  /** @param {string} name @param {string[]} command @param {boolean} [held] what it prints waits until it is done */
  const part = async (name, command, held = false) => {
    const begun = performance.now();
    const { code, output } = await run(command, env, held);
    say(`\n── ${name}\n${output}`);
    return { name, passed: code === 0, seconds: (performance.now() - begun) / 1000 };
  };
  const results = [
    ...(await Promise.all([
      part('types, lint, floors, format', ['npm', 'run', '--silent', 'check'], true),
      part('core, server and scripts', ['npx', '--no', 'vitest', 'run']),
      part('queries and scripts, counted', ['node', '--import', 'tsx', 'bench/main.ts', '--counted'], true)
    ])),
    await part('browser journeys', ['npx', '--no', 'playwright', 'test'])
  ];
  await cluster.stop();
  say('');
  for (const { name, passed, seconds } of results)
    say(`${passed ? 'passed' : 'FAILED'}  ${name} (${seconds.toFixed(0)} s)`);
  const passed = results.filter((result) => result.passed).length;
  say(`\n${passed} passed, ${results.length - passed} failed`);
  process.exit(passed === results.length ? 0 : 1);
});

/**
 * @param {string[]} command @param {NodeJS.ProcessEnv} env @param {boolean} held
 * @returns {Promise<{ code: number, output: string }>}
 */
function run([program = '', ...args], env, held) {
  const child = spawn(program, args, { stdio: ['ignore', held ? 'pipe' : 'inherit', held ? 'pipe' : 'inherit'], env });
  let output = '';
  child.stdout?.on('data', (chunk) => (output += chunk));
  child.stderr?.on('data', (chunk) => (output += chunk));
  return new Promise((resolve) => child.on('close', (code) => resolve({ code: code ?? 1, output })));
}
