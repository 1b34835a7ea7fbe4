import { spawn } from 'node:child_process';
import { startThrowAwayCluster } from './lib/cluster.mjs';
import { ensurePackages } from './lib/debian.mjs';
import { runScript } from './lib/say.mjs';
import { scratchInMemory } from './lib/scratch.mjs';

/** `node scripts/with-cluster.mjs COMMAND…`: runs a command with VENDRO_TEST_CLUSTER set to a throw-away cluster. */
await runScript(async () => {
  const [command, ...args] = process.argv.slice(2);
  if (!command) throw new Error('Which command?');
  await ensurePackages(['postgresql']);
  const clear = scratchInMemory();
  const cluster = await startThrowAwayCluster();
  const env = { ...process.env, VENDRO_TEST_CLUSTER: cluster.url('postgres') };
  const code = await new Promise((resolve) => spawn(command, args, { stdio: 'inherit', env }).on('exit', resolve));
  await cluster.stop();
  clear();
  process.exit(Number(code ?? 1));
});
