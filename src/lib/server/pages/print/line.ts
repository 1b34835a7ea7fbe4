import type { PDFPage } from 'pdf-lib';
import type { Face } from '../../pdf/fonts';

/** Something of a line that is drawn, not written. Points; `draw` takes where it begins and the line on which it stands. */
export interface Box {
  width: number;
  ascent: number;
  descent: number;
  draw(page: PDFPage, x: number, y: number): void;
}

/** A stretch of text that is set one way. */
export interface Run {
  text: string;
  face: Face;
  size: number;
  /** Above the line, as the number of a note is. */
  rise?: number;
  strike?: boolean;
  /** An address that it leads to. */
  href?: string;
}

export type Inline = Run | { box: Box } | 'break';

/** A word or a box with its width. `space`: it ends with one that a line does not end with. */
export interface Atom {
  width: number;
  /** The width without the space at its end. */
  bare: number;
  inline: Run | { box: Box };
}

/**
 * Lines that fit a width. A word that does not fit by itself is broken anywhere.
 *
 * @param width of a text as it is set
 */
export async function lines(
  inlines: readonly Inline[],
  most: number,
  width: (run: Run) => Promise<number>
): Promise<Atom[][]> {
  const found: Atom[][] = [];
  let line: Atom[] = [];
  let used = 0;
  const next = () => {
    found.push(line);
    [line, used] = [[], 0];
  };
  const put = (atom: Atom) => {
    if (line.length > 0 && used + atom.bare > most) next();
    line.push(atom);
    used += atom.width;
  };
  for (const inline of inlines) {
    if (inline === 'break') next();
    else if ('box' in inline) put({ width: inline.box.width, bare: inline.box.width, inline });
    else
      for (const text of words(inline.text)) {
        const whole = await atomOf({ ...inline, text }, width);
        if (whole.bare <= most) put(whole);
        else for (const letter of text) put(await atomOf({ ...inline, text: letter }, width));
      }
  }
  if (line.length > 0 || found.length === 0) next();
  return found;
}

async function atomOf(run: Run, width: (run: Run) => Promise<number>): Promise<Atom> {
  const bare = await width({ ...run, text: run.text.trimEnd() });
  return { width: run.text === run.text.trimEnd() ? bare : await width(run), bare, inline: run };
}

/** Where a line may end: after spaces, and between the characters of scripts that are written without any. */
const words = (text: string): string[] =>
  text.match(
    /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]|[^\s\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]*\s+|[^\s\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]+/gu
  ) ?? [];
