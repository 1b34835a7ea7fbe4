import { mkdirSync } from 'node:fs';
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';

/**
 * Where a developer's data lives: VENDRO_DATA, else the system's state folder as root, else the person's XDG data folder
 * (XDG Base Directory Specification).
 *
 * @returns {string} an absolute path that exists
 */
export function dataFolder() {
  const own = join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'vendro');
  const folder = resolve(process.env.VENDRO_DATA ?? (process.getuid?.() === 0 ? '/var/lib/vendro' : own));
  mkdirSync(folder, { recursive: true });
  return folder;
}
