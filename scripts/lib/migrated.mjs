import { runProgram } from './programs.mjs';
import { Trouble } from './say.mjs';

/**
 * Brings a database up to date.
 *
 * @param {Record<string, string>} env with DATABASE_URL
 * @returns {Promise<{ done: string[], empty: boolean }>} the migrations that it ran, and whether nobody is there yet
 */
export async function migrated(env) {
  const said = await runProgram('migrate', env, { quiet: true }).catch((error) => {
    // What it said stands after the line that says how it ended; the last of it is the reason, in one sentence.
    throw new Trouble(String(error.message).trim().split('\n').at(-1));
  });
  return JSON.parse(said);
}
