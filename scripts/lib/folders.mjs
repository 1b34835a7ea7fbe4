import { existsSync, mkdirSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { mustBeWritable, notWritable } from './before-start.mjs';
import { Trouble } from './say.mjs';

/**
 * Where a developer's data lives: VENDRO_DATA, else the system's state folder as root, else the person's XDG data folder
 * (XDG Base Directory Specification).
 *
 * @returns {string} an absolute path that exists and can be written
 */
export function dataFolder() {
  const own = join(process.env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share'), 'vendro');
  const folder = resolve(process.env.VENDRO_DATA ?? (process.getuid?.() === 0 ? '/var/lib/vendro' : own));
  try {
    make(folder);
  } catch {
    throw new Trouble(notWritable(folder));
  }
  mustBeWritable(folder);
  return folder;
}

/** One level after the other: Node's own way never ends where a parent takes no folders, as /proc does. @param {string} folder */
function make(folder) {
  if (existsSync(folder)) return;
  make(dirname(folder));
  mkdirSync(folder);
}
