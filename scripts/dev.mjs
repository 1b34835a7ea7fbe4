import { spawn } from 'node:child_process';
import { ensureInstalled, ensureProgramsBuilt } from './lib/fresh.mjs';
import { runScript, say } from './lib/say.mjs';
import { openWorld, prepareWorld } from './lib/world.mjs';

/** `npm run dev`: the same world as `npm start`, served from the sources and reloaded as they change. */
await runScript(async () => {
  const port = process.env.PORT ?? '5280';
  await ensureInstalled();
  await ensureProgramsBuilt();
  const world = await openWorld();
  await prepareWorld(world.env);
  const env = { ...process.env, ...world.env, ORIGIN: `http://127.0.0.1:${port}` };
  const vite = spawn('node_modules/.bin/vite', ['dev', '--host', '127.0.0.1', '--port', port, '--strictPort'], {
    stdio: 'inherit',
    detached: true,
    env
  });
  const stop = () => vite.kill('SIGTERM');
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  vite.on('exit', async (code) => {
    await world.stop();
    say('Stopped.');
    process.exit(code ?? 0);
  });
});
