import { z } from 'zod';
import type { Stretch } from './stretches';

/**
 * A passage of a recording: part of one of the files that were recorded for it, in seconds of that file. `to`: null for all
 * that comes. A recording is its passages in their order; those that were taken again follow those they stand in place of.
 */
export const Passage = z.object({
  part: z.number().int().min(0),
  from: z.number().min(0),
  to: z.number().min(0).nullable()
});
export type Passage = z.infer<typeof Passage>;

/** More than this nobody cuts by hand. */
export const MOST_PASSAGES = 500;

/** All that was recorded, in its order. @param parts how many files it is */
export const allOf = (parts: number): Passage[] =>
  Array.from({ length: parts }, (_, part) => ({ part, from: 0, to: null }));

/**
 * The passages behind stretches of what they make together.
 *
 * @param lengths seconds of each file that was recorded
 * @param kept    stretches of the passages as they are heard one after the other
 */
export function within(passages: readonly Passage[], lengths: readonly number[], kept: readonly Stretch[]): Passage[] {
  const spans = heard(passages, lengths);
  return kept.flatMap((stretch) =>
    spans.flatMap(({ part, from, begins, ends }) => {
      const [first, last] = [Math.max(stretch.from, begins), Math.min(stretch.to, ends)];
      return last > first ? [{ part, from: from + first - begins, to: from + last - begins }] : [];
    })
  );
}

/**
 * The passages when one stretch is taken again: what was recorded for it stands in its place.
 *
 * @param kept  what is left of what is heard; the rest was cut out before
 * @param again the stretch that is taken again
 * @param part  the file that is recorded for it
 */
export function takenAgain(
  passages: readonly Passage[],
  lengths: readonly number[],
  kept: readonly Stretch[],
  again: Stretch,
  part: number
): Passage[] {
  const before = kept.flatMap(({ from, to }) => (from < again.from ? [{ from, to: Math.min(to, again.from) }] : []));
  const after = kept.flatMap(({ from, to }) => (to > again.to ? [{ from: Math.max(from, again.to), to }] : []));
  return [...within(passages, lengths, before), { part, from: 0, to: null }, ...within(passages, lengths, after)];
}

/** How long passages are together, in seconds. */
export const secondsOf = (passages: readonly Passage[], lengths: readonly number[]): number =>
  heard(passages, lengths).at(-1)?.ends ?? 0;

/** Where each passage lies in what is heard. */
function heard(passages: readonly Passage[], lengths: readonly number[]) {
  let at = 0;
  return passages.map(({ part, from, to }) => {
    const ends = Math.min(to ?? Infinity, lengths[part] ?? 0);
    const begins = at;
    at += Math.max(0, ends - from);
    return { part, from, begins, ends: at };
  });
}
