import { stripVTControlCharacters } from 'node:util';

/**
 * What failed of what a run of tests or checks printed, a line each: the test or the tool, and what it said first. What went
 * wrong outside any test is named too. Empty when nothing of the kind stands there.
 *
 * @param {string} said what Vitest or `npm run check` printed, with or without colours
 * @returns {string[]}
 */
export function whatFailed(said) {
  const lines = said.split('\n').map((line) => stripVTControlCharacters(line).trim());
  const failed = lines.flatMap((line, at) => {
    const what = /^(?:FAIL(?:ED)?\s+|⎯+ (?=Unhandled ))(.+?)(?: ⎯+)?$/.exec(line)?.[1];
    if (what === undefined) return [];
    const why = lines.slice(at + 1).find((next) => next !== '' && !/^(?:FAIL\s|⎯)/.test(next));
    return [short(why === undefined ? what : `${what}: ${why}`)];
  });
  return [...new Set(failed)];
}

/**
 * How many tests passed of what a run printed last; null where it counted none.
 *
 * @param {string} said what Vitest or Playwright printed, with or without colours
 * @returns {number | null}
 */
export function howManyPassed(said) {
  const counts = [...stripVTControlCharacters(said).matchAll(/^\s*(?:Tests\s.*?)?(\d+) passed\b/gm)];
  const last = counts.at(-1)?.[1];
  return last === undefined ? null : Number(last);
}

const LONGEST = 240;

/** @param {string} line */
function short(line) {
  return line.length > LONGEST ? `${line.slice(0, LONGEST - 1)}…` : line;
}
