import type { Anchor } from '$core/remarks/anchor';
import { withPdf } from './open-pdf';

type Words = Extract<Anchor, { on: 'words' }>;
/** Corners of a stretch of one line in the sheet's coordinates, as `QuadPoints` wants them: upper left, upper right, lower left, lower right. */
export type Corners = number[];

/** Sheets beyond this are not searched. */
const MOST_SHEETS = 300;

/**
 * Where words that remarks speak of stand on the sheets of a PDF. They are looked for where they were picked, and where that says
 * something else by now, wherever they stand first.
 *
 * @param bytes null for what has no words
 */
export async function wordsOnSheets(
  bytes: Buffer | null,
  wanted: readonly Words[]
): Promise<Map<Words, { sheet: number; lines: Corners[] }>> {
  const found = new Map<Words, { sheet: number; lines: Corners[] }>();
  if (bytes === null || wanted.length === 0) return found;
  await withPdf(bytes, async (pdf) => {
    for (let no = 1; no <= Math.min(pdf.numPages, MOST_SHEETS); no++) {
      const open = wanted.filter((words) => !found.has(words) && (words.sheet ?? no) === no);
      if (open.length === 0) continue;
      const page = await pdf.getPage(no);
      const { items } = await page.getTextContent();
      const sheet = laidOut(items.flatMap((item) => ('str' in item ? [item] : [])));
      for (const words of open) {
        const range = rangeOf(sheet.text, words);
        if (range) found.set(words, { sheet: no, lines: sheet.corners(...range) });
      }
      page.cleanup();
    }
  });
  return found;
}

interface Item {
  str: string;
  transform: number[];
  width: number;
  height: number;
  hasEOL: boolean;
}

/** The text of a sheet as it is laid over what is drawn (`ui/materials/open-pdf.ts`), and where each stretch of it stands. */
function laidOut(items: readonly Item[]) {
  let text = '';
  const at = items.map((item) => {
    const start = text.length;
    text += item.str + (item.hasEOL ? '\n' : '');
    return { item, start, end: start + item.str.length };
  });
  return {
    text,
    corners: (from: number, to: number): Corners[] =>
      at
        .filter(({ start, end }) => start < to && end > from && end > start)
        .map(({ item, start, end }) => {
          const length = end - start;
          return corners(item, (Math.max(from, start) - start) / length, (Math.min(to, end) - start) / length);
        })
  };
}

/** @param from share of the item's length at which the stretch begins, and `to` at which it ends */
function corners({ transform, width, height }: Item, from: number, to: number): Corners {
  const [a = 1, b = 0, c = 0, d = 1, x = 0, y = 0] = transform;
  const [along, up] = [Math.hypot(a, b) || 1, Math.hypot(c, d) || 1];
  const point = (share: number, rise: number): [number, number] => [
    x + (a / along) * width * share + (c / up) * height * rise,
    y + (b / along) * width * share + (d / up) * height * rise
  ];
  // Letters reach below the line that they stand on.
  return [...point(from, 0.85), ...point(to, 0.85), ...point(from, -0.2), ...point(to, -0.2)];
}

/** Where the words stand in a text whose lines may break elsewhere than they did where they were picked. */
function rangeOf(text: string, { start, quote, sheet }: Words): [number, number] | null {
  if (sheet !== undefined && text.startsWith(quote, start)) return [start, start + quote.length];
  const pattern = quote
    .trim()
    .split(/\s+/)
    .map((word) => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'))
    .join('\\s+');
  const match = pattern === '' ? null : new RegExp(pattern).exec(text);
  return match ? [match.index, match.index + match[0].length] : null;
}
