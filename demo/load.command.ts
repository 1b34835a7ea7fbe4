import { database } from '../src/lib/server/db/connection';
import { isEmpty } from '../src/lib/server/db/is-empty';
import { migrate } from '../src/lib/server/db/migrate';
import { loadDemo } from './load';

/** `node build-programs/demo-world.js [--anew]`, from the project's folder: loads the demo world into an empty database, or anew. */
if (process.argv.includes('--anew')) {
  await database.query('drop schema public cascade; create schema public');
  await migrate();
}
if (await isEmpty()) {
  const begun = performance.now();
  const quiet = !process.stdout.isTTY;
  process.stdout.write('· Loading the demo world …\n');
  await loadDemo((share) => {
    if (!quiet) process.stdout.write(`\r  ${String(Math.round(share * 100)).padStart(3)} %`);
  });
  process.stdout.write(`${quiet ? '' : '\r'}  done in ${((performance.now() - begun) / 1000).toFixed(1)} s\n`);
}
await database.close();
