import { resolve } from 'node:path';
import { ensurePackages } from './debian.mjs';
import { ensureInstalled, ensureProgramsBuilt } from './fresh.mjs';
import { newestPostgres } from './postgres-binaries.mjs';
import { runProgram } from './programs.mjs';
import { runScript, Trouble } from './say.mjs';
import { openWorld } from './world.mjs';

/**
 * Writes or restores a backup of the world of this machine's settings (DATABASE_URL, VENDRO_DATA). A cluster that was
 * started for it is stopped again; one that a server uses goes on.
 *
 * @param {'write' | 'restore' | 'mend'} what
 */
export async function keepOrRestore(what) {
  await runScript(async () => {
    const folder = process.argv.slice(2).find((argument) => !argument.startsWith('--'));
    if (!folder)
      throw new Trouble(
        `Into which folder? For example: npm run ${what === 'write' ? 'backup' : 'restore'} -- /srv/vendro-backup`
      );
    await ensurePackages(['postgresql']);
    await ensureInstalled();
    await ensureProgramsBuilt();
    const served = (await fetch(`http://127.0.0.1:${process.env.PORT ?? 5280}/healthz`).catch(() => null)) !== null;
    if (what === 'restore' && served)
      throw new Trouble('Vendro is running. Stop it first: a backup is restored into an empty place.');
    const world = await openWorld();
    try {
      const args = [what, resolve(folder), newestPostgres() ?? ''];
      await runProgram('backup', world.env, { args });
    } finally {
      if (!served) await world.stop();
    }
  });
}
