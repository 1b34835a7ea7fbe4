import { join } from 'node:path';
import { run } from './run.mjs';

/** What is started apart from the server, each built from its source: reading the sources of the server as TypeScript takes seconds. */
export const PROGRAMS = {
  /** The parsing processes, which the server starts itself (src/lib/server/parsing). */
  process: 'src/lib/server/parser/process.ts',
  migrate: 'src/lib/server/db/migrate.command.ts',
  backup: 'src/lib/server/backup/backup.command.ts',
  'make-school': 'src/lib/server/school/make-school.command.ts',
  'demo-accounts': 'demo/accounts.command.ts',
  'demo-world': 'demo/load.command.ts'
};

/** The folder in which they are built; the server finds the parsing program there as well (VENDRO_PARSER, server/config.ts). */
export const PROGRAMS_FOLDER = 'build-programs';

/** Where one of them stands. @param {keyof typeof PROGRAMS} name */
export const programOf = (name) => join(PROGRAMS_FOLDER, `${name}.js`);

/**
 * Runs one of them to its end.
 *
 * @param {keyof typeof PROGRAMS} name
 * @param {NodeJS.ProcessEnv} env beside what is set here
 * @param {{ args?: string[], quiet?: boolean }} [options]
 * @returns {Promise<string>} what a quiet one printed
 */
export const runProgram = (name, env, { args = [], quiet = false } = {}) =>
  run(process.execPath, [programOf(name), ...args], { quiet, env: { ...process.env, ...env } });
