/** A stretch of a recording, in seconds from its beginning. */
export interface Stretch {
  from: number;
  to: number;
}

/** Shorter than this nothing is kept or cut: nobody hears it. In seconds. */
const SHORTEST = 0.05;

/**
 * What is left of a recording when some stretches are cut out of it: in their order, none touching another.
 *
 * @param seconds how long the recording is
 */
export function keptOf(seconds: number, cuts: readonly Stretch[]): Stretch[] {
  const kept: Stretch[] = [];
  let at = 0;
  for (const { from, to } of merged(cuts)) {
    if (from - at > SHORTEST) kept.push({ from: at, to: Math.min(from, seconds) });
    at = Math.max(at, to);
  }
  if (seconds - at > SHORTEST) kept.push({ from: at, to: seconds });
  return kept.filter(({ from, to }) => to - from > SHORTEST);
}

/** Cuts in their order; those that touch become one. */
export function merged(cuts: readonly Stretch[]): Stretch[] {
  const all: Stretch[] = [];
  for (const cut of [...cuts].sort((a, b) => a.from - b.from)) {
    const last = all.at(-1);
    if (last && cut.from <= last.to + SHORTEST) last.to = Math.max(last.to, cut.to);
    else if (cut.to - cut.from > SHORTEST) all.push({ ...cut });
  }
  return all;
}

/** How long several stretches are together, in seconds. */
export const lengthOf = (stretches: readonly Stretch[]) => stretches.reduce((sum, { from, to }) => sum + to - from, 0);

/** Where playing goes on from a moment, so that what is cut is not heard; null at the end. */
export function nextKept(kept: readonly Stretch[], at: number): number | null {
  for (const { from, to } of kept) {
    if (at < from) return from;
    if (at < to) return at;
  }
  return null;
}
