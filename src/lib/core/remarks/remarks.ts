import { z } from 'zod';
import type { Moment } from '../time/moment';

/** Characters of a remark, of the words that it quotes, and of what stands around them. */
export const LONGEST_REMARK = 4000;
export const LONGEST_QUOTE = 600;
const AROUND = 40;
/** Remarks on one round; far beyond what anybody writes or reads. */
export const MOST_REMARKS = 500;

/** A part of a picture, in thousandths of its width and height. */
const Part = z.number().int().min(0).max(1000);
const Seconds = z.number().min(0).max(100_000);

/** What of a piece a remark speaks of. It stands with the round, whose bytes never change. */
export const Anchor = z.discriminatedUnion('on', [
  z.strictObject({ on: z.literal('whole') }),
  /** Words as the piece is shown, by where they begin; with what stands around them, should the showing change. */
  z.strictObject({
    on: z.literal('words'),
    start: z.number().int().min(0).max(10_000_000),
    quote: z.string().min(1).max(LONGEST_QUOTE),
    before: z.string().max(AROUND),
    after: z.string().max(AROUND)
  }),
  /** A point of a picture, or an area that begins there. */
  z
    .strictObject({ on: z.literal('area'), x: Part, y: Part, width: Part, height: Part })
    .refine(({ x, y, width, height }) => x + width <= 1000 && y + height <= 1000),
  /** A moment of a recording, or a stretch up to another one. */
  z
    .strictObject({ on: z.literal('moment'), from: Seconds, to: Seconds.nullable() })
    .refine(({ from, to }) => to === null || to > from)
]);
export type Anchor = z.infer<typeof Anchor>;

/** A remark on a submitted piece. */
export interface RemarkView {
  id: string;
  pieceId: string;
  anchor: Anchor;
  body: string;
  by: string;
  at: Moment;
  /** The student may see it. */
  returned: boolean;
  /** When the student said that it is dealt with; null while it is not. */
  dealtAt: Moment | null;
}

/** Remarks as a reader comes upon them: piece by piece, in each from its beginning to its end; those on all of it last. */
export function inReadingOrder<R extends Pick<RemarkView, 'pieceId' | 'anchor' | 'at'>>(
  remarks: readonly R[],
  pieces: ReadonlyArray<{ id: string }>
): R[] {
  const piece = new Map(pieces.map(({ id }, i) => [id, i]));
  const of = ({ pieceId }: R) => piece.get(pieceId) ?? pieces.length;
  return [...remarks].sort((a, b) => of(a) - of(b) || place(a.anchor) - place(b.anchor) || a.at - b.at);
}

/** How far into its piece something stands. */
function place(anchor: Anchor): number {
  switch (anchor.on) {
    case 'words':
      return anchor.start;
    case 'moment':
      return anchor.from;
    case 'area':
      return anchor.y * 1001 + anchor.x;
    case 'whole':
      return Number.MAX_SAFE_INTEGER;
  }
}

/** What a remark speaks of, in words. */
export function anchorWords(anchor: Anchor): string {
  switch (anchor.on) {
    case 'whole':
      return 'On all of it';
    case 'words':
      return `“${anchor.quote.length > 80 ? `${anchor.quote.slice(0, 77).trimEnd()}…` : anchor.quote}”`;
    case 'area':
      return anchor.width === 0 || anchor.height === 0 ? 'On a point of the picture' : 'On a part of the picture';
    case 'moment':
      return anchor.to === null ? `At ${clock(anchor.from)}` : `From ${clock(anchor.from)} to ${clock(anchor.to)}`;
  }
}

/** Words that are picked in a text, with what stands around them. @returns null where nothing is picked, or too much */
export function wordsAnchor(text: string, start: number, end: number): Extract<Anchor, { on: 'words' }> | null {
  const from = start + (/^\s*/.exec(text.slice(start, end))?.[0].length ?? 0);
  const quote = text.slice(from, end).trimEnd();
  if (quote === '' || quote.length > LONGEST_QUOTE) return null;
  const to = from + quote.length;
  return {
    on: 'words',
    start: from,
    quote,
    before: text.slice(Math.max(0, from - AROUND), from),
    after: text.slice(to, to + AROUND)
  };
}

/**
 * Where the words of a remark stand in a text: where they stood, else where the same words stand with most of the same around them.
 *
 * @returns null where they are not in it
 */
export function findWords(
  text: string,
  { start, quote, before, after }: Extract<Anchor, { on: 'words' }>
): { start: number; end: number } | null {
  if (text.startsWith(quote, start)) return { start, end: start + quote.length };
  let best: { start: number; like: number } | null = null;
  for (let at = text.indexOf(quote), n = 0; at >= 0 && n < 1000; at = text.indexOf(quote, at + 1), n++) {
    const end = at + quote.length;
    const like =
      sharedEnd(text.slice(Math.max(0, at - AROUND), at), before) + sharedStart(text.slice(end, end + AROUND), after);
    if (best === null || like > best.like) best = { start: at, like };
  }
  return best && { start: best.start, end: best.start + quote.length };
}

/** Minutes and seconds. */
const clock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;

function sharedStart(one: string, other: string): number {
  let n = 0;
  while (n < one.length && n < other.length && one[n] === other[n]) n++;
  return n;
}
const sharedEnd = (one: string, other: string): number =>
  sharedStart([...one].reverse().join(''), [...other].reverse().join(''));
