import { spawn } from 'node:child_process';
import { startThrowAwayCluster } from './lib/cluster.mjs';
import { ensurePackages } from './lib/debian.mjs';
import { ensureBuilt, ensureInstalled } from './lib/fresh.mjs';
import { runScript, say } from './lib/say.mjs';

/**
 * `npm test`: everything, from a fresh checkout: types, lint, floors and format, unit tests, server tests on a
 * throw-away cluster, browser journeys against the production build. All parts run even when one fails.
 */
await runScript(async () => {
  await ensurePackages(['postgresql', 'chromium', 'python3-jwcrypto']);
  await ensureInstalled();
  await ensureBuilt();
  const cluster = await startThrowAwayCluster();
  const env = {
    ...process.env,
    VENDRO_TEST_CLUSTER: cluster.url('postgres'),
    DATABASE_URL: undefined,
    VENDRO_DATA: undefined
  };
  const parts = [
    { name: 'types, lint, floors, format', command: ['npm', 'run', '--silent', 'check'] },
    { name: 'core, server and scripts', command: ['npx', '--no', 'vitest', 'run'] },
    { name: 'browser journeys', command: ['npx', '--no', 'playwright', 'test'] }
  ];
  const results = [];
  for (const { name, command } of parts) {
    say(`\n── ${name}`);
    const begun = performance.now();
    results.push({ name, passed: (await code(command, env)) === 0, seconds: (performance.now() - begun) / 1000 });
  }
  await cluster.stop();
  say('');
  for (const { name, passed, seconds } of results)
    say(`${passed ? 'passed' : 'FAILED'}  ${name} (${seconds.toFixed(0)} s)`);
  const passed = results.filter((result) => result.passed).length;
  say(`\n${passed} passed, ${results.length - passed} failed`);
  process.exit(passed === results.length ? 0 : 1);
});

/** @param {string[]} command @param {NodeJS.ProcessEnv} env @returns {Promise<number>} */
function code([program = '', ...args], env) {
  return new Promise((resolve) =>
    spawn(program, args, { stdio: ['ignore', 'inherit', 'inherit'], env }).on('exit', (exit) => resolve(exit ?? 1))
  );
}
