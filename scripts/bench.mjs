import { ensurePackages } from './lib/debian.mjs';
import { ensureBuilt, ensureInstalled } from './lib/fresh.mjs';
import { runTypeScript } from './lib/run.mjs';
import { runScript } from './lib/say.mjs';

/** `npm run bench [-- NAME…]`: prints a table and writes bench/results.json. */
await runScript(async () => {
  await ensurePackages(['postgresql', 'chromium-headless-shell']);
  await ensureInstalled();
  await ensureBuilt();
  await runTypeScript('bench/main.ts', {}, process.argv.slice(2));
});
