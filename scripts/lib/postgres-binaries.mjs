import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';

const DEBIAN = '/usr/lib/postgresql';

/**
 * Debian keeps each version's server binaries in a folder of its own, off the PATH.
 *
 * @returns {string | null} the newest version's `bin` folder
 */
export function newestPostgres() {
  if (!existsSync(DEBIAN)) return null;
  const versions = readdirSync(DEBIAN)
    .filter((name) => /^\d+$/.test(name) && existsSync(join(DEBIAN, name, 'bin', 'initdb')))
    .sort((a, b) => Number(b) - Number(a));
  return versions[0] ? join(DEBIAN, versions[0], 'bin') : null;
}
