import { cut } from '../cut';
import type { Anchor } from './anchor';
import { AROUND, LONGEST_QUOTE } from './bounds';
import type { Moment } from '../time/moment';

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
  /** The row of the rubric that it belongs to, by its title; null where to none. */
  criterion: string | null;
  /** What was said aloud beside it; null where nothing was. */
  voice: { id: string; seconds: number } | null;
  /** What was said to it since, by both sides. */
  answers: RemarkAnswer[];
}

export interface RemarkAnswer {
  by: string;
  at: Moment;
  body: string;
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
      return (anchor.sheet ?? 0) * A_SHEET + anchor.start;
    case 'moment':
      return anchor.from;
    case 'area':
      return (anchor.sheet ?? 0) * A_SHEET + anchor.y * 1001 + anchor.x;
    case 'ink': {
      const [x, y] = anchor.strokes[0]?.[0] ?? [0, 0];
      return (anchor.sheet ?? 0) * A_SHEET + y * 1001 + x;
    }
    case 'cell':
      return anchor.row * 20_001 + anchor.column;
    case 'whole':
      return Number.MAX_SAFE_INTEGER;
  }
}

/** Further than anything within one sheet. */
const A_SHEET = 20_000_000;

/** What a remark speaks of, in words. */
export function anchorWords(anchor: Anchor): string {
  switch (anchor.on) {
    case 'whole':
      return 'On all of it';
    case 'words':
      return `“${anchor.quote.length > 80 ? `${cut(anchor.quote, 77).trimEnd()}…` : anchor.quote}”${onSheet(anchor.sheet, '')}`;
    case 'area':
      return `On a ${anchor.width === 0 || anchor.height === 0 ? 'point' : 'part'} of ${onSheet(anchor.sheet, 'the picture')}`;
    case 'ink':
      return `Drawn on ${onSheet(anchor.sheet, 'the picture')}`;
    case 'cell':
      return `Row ${anchor.row + 1}, ${columnName(anchor.column)}${anchor.says === '' ? '' : `: “${anchor.says}”`}${anchor.table === '' ? '' : `, ${anchor.table}`}`;
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

/** The sheet that something stands on, or what else it stands on. */
function onSheet(sheet: number | undefined, otherwise: string): string {
  if (sheet === undefined) return otherwise;
  return otherwise === '' ? `, sheet ${sheet}` : `sheet ${sheet}`;
}

/** Columns as people name them: A, B, …, Z, AA. */
function columnName(column: number): string {
  const last = String.fromCharCode(65 + (column % 26));
  return column < 26 ? `column ${last}` : `column ${columnName(Math.floor(column / 26) - 1).slice(7)}${last}`;
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
