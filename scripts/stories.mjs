import { spawn } from 'node:child_process';
import { startThrowAwayCluster } from './lib/cluster.mjs';
import { ensurePackages } from './lib/debian.mjs';
import { ensureInstalled, ensureProgramsBuilt } from './lib/fresh.mjs';
import { installed } from './lib/run.mjs';
import { runScript } from './lib/say.mjs';

/** `npm run stories [-- N]`: plays ten thousand random life stories (or N) through server and core, and compares. */
await runScript(async () => {
  await ensurePackages(['postgresql']);
  await ensureInstalled();
  await ensureProgramsBuilt();
  const cluster = await startThrowAwayCluster();
  const env = { ...process.env, VENDRO_TEST_CLUSTER: cluster.url('postgres'), STORIES: process.argv[2] ?? '10000' };
  const args = ['run', '--project', 'server', 'tests/server/stories.test.ts'];
  const code = await new Promise((resolve) =>
    spawn(installed('vitest'), args, { stdio: 'inherit', env }).on('exit', resolve)
  );
  await cluster.stop();
  process.exit(Number(code ?? 1));
});
