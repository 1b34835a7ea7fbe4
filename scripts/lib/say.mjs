/**
 * What the scripts tell the person at the terminal: one line per slow step, with the time it took.
 */

/** @param {string} line */
export function say(line) {
  process.stdout.write(`${line}\n`);
}

/**
 * Runs a slow step and says how long it took.
 *
 * @template T
 * @param {string} what in words that end without a full stop
 * @param {() => Promise<T>} work
 * @returns {Promise<T>}
 */
export async function step(what, work) {
  const begun = performance.now();
  process.stdout.write(`· ${what} …\n`);
  const result = await work();
  process.stdout.write(`  done in ${((performance.now() - begun) / 1000).toFixed(1)} s\n`);
  return result;
}

/** A failure that the person can act on: printed without a stack. */
export class Trouble extends Error {}

/**
 * Runs a script's main function; a Trouble ends it with its message alone.
 *
 * @param {() => Promise<void>} main
 */
export async function runScript(main) {
  try {
    await main();
  } catch (error) {
    process.stderr.write(
      error instanceof Trouble ? `\n${error.message}\n` : `\n${error instanceof Error ? error.stack : String(error)}\n`
    );
    process.exitCode = 1;
    process.exit();
  }
}
