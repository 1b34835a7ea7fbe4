import { join } from 'node:path';
import { newestPostgres } from './postgres-binaries.mjs';
import { run } from './run.mjs';
import { Trouble } from './say.mjs';

/**
 * Runs one of PostgreSQL's own programs on a database. The password goes by the environment, since everyone on a machine
 * sees the arguments of a command.
 *
 * @param {string} program such as `pg_dump`
 * @param {string} url of the database
 * @param {string[]} args
 * @returns {Promise<string>} what it printed
 */
export function pgTool(program, url, args) {
  const folder = newestPostgres();
  if (folder === null) throw new Trouble('PostgreSQL is not installed.');
  const { username, password, hostname, port, pathname } = new URL(url);
  const where = ['-U', decodeURIComponent(username), '-h', hostname, '-p', port || '5432', '-d', pathname.slice(1)];
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(password) };
  return run(join(folder, program), [...where, ...args], { quiet: true, env });
}
