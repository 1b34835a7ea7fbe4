import { ensureInstalled, ensureProgramsBuilt } from './lib/fresh.mjs';
import { runScript, say } from './lib/say.mjs';
import { openWorld, prepareWorld } from './lib/world.mjs';

/** `npm run demo:reset`: empties the database and loads the demo world anew, anchored to today. */
await runScript(async () => {
  await ensureInstalled();
  await ensureProgramsBuilt();
  const world = await openWorld();
  await prepareWorld(world.env, { anew: true });
  // A server that runs on the same cluster goes on; only a cluster that was started for this is stopped again.
  if (!(await serves())) await world.stop();
  say('The demo world is loaded anew. Reload the page where Vendro is open.');
});

async function serves() {
  const answer = await fetch(`http://127.0.0.1:${process.env.PORT ?? 5280}/healthz`).catch(() => null);
  return answer !== null;
}
