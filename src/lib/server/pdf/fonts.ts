import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
// The font library's rules for scripts that stack their letters were compiled for it.
import 'regenerator-runtime/runtime.js';
import fontkit from '@pdf-lib/fontkit';
import type { PDFDocument, PDFFont } from 'pdf-lib';
import { once } from '../key-file';
import { visualRuns } from './visual-runs';

/** A stretch of a line in one font. */
export interface Stretch {
  text: string;
  font: PDFFont;
}

/** How a text is set: the family of most letters, with what is stressed. */
export type Face = keyof typeof FACES;

/**
 * The fonts of a document that holds names in any alphabet: one for most of them, and families beside it for Chinese and
 * Japanese, Korean, and Devanagari. Each is embedded with the letters that are used, when one of them is first used.
 */
export class DocumentFonts {
  private embedded = new Map<string, Promise<PDFFont>>();

  constructor(private pdf: PDFDocument) {
    // A font's tables are read once for all documents: they cost more than all else of a short one.
    pdf.registerFontkit({ create: (bytes) => parsed.get(bytes) ?? fontkit.create(bytes) });
  }

  /** A line as stretches in one font each, in the order in which they stand from left to right. */
  async stretches(line: string, face: Face = 'sans'): Promise<Stretch[]> {
    const found: Stretch[] = [];
    for (const { text, rightToLeft } of visualRuns(line)) {
      const parts = await this.byFont(text, MAIN[face]);
      found.push(...(rightToLeft ? parts.reverse() : parts));
    }
    return found;
  }

  private async byFont(text: string, main: string): Promise<Stretch[]> {
    const parts: Array<{ text: string; file: string }> = [];
    for (const letter of text) {
      const last = parts.at(-1);
      // A space belongs to the words around it, and so does a mark to its letter.
      const file = last && /^[\s\p{M}\u200c\u200d]$/u.test(letter) ? last.file : await fontFor(letter, main);
      if (last?.file === file) last.text += letter;
      else parts.push({ text: letter, file });
    }
    return Promise.all(parts.map(async ({ text, file }) => ({ text, font: await this.font(file) })));
  }

  private font(file: string): Promise<PDFFont> {
    let font = this.embedded.get(file);
    if (!font) {
      font = fontIn(file).then(({ bytes }) => this.pdf.embedFont(bytes, { subset: true }));
      this.embedded.set(file, font);
    }
    return font;
  }
}

const require = createRequire(import.meta.url);
const FACES = {
  sans: 'Sans',
  'sans bold': 'Sans-Bold',
  'sans italic': 'Sans-Oblique',
  'sans bold italic': 'Sans-BoldOblique',
  serif: 'Serif',
  'serif bold': 'Serif-Bold',
  'serif italic': 'Serif-Italic',
  'serif bold italic': 'Serif-BoldItalic',
  mono: 'SansMono'
} as const;
const MAIN = Object.fromEntries(
  Object.entries(FACES).map(([face, name]) => [face, require.resolve(`dejavu-fonts-ttf/ttf/DejaVu${name}.ttf`)])
) as Record<Face, string>;
const read = new Map<string, Promise<{ bytes: Uint8Array; font: Font }>>();
/** By the bytes that were read, for whoever embeds them. */
const parsed = new WeakMap<Uint8Array, Font>();

/** Read once; a handful of small files is all that a school's names need. */
function fontIn(file: string): Promise<{ bytes: Uint8Array; font: Font }> {
  let font = read.get(file);
  if (!font) read.set(file, (font = readFont(file)));
  return font;
}

async function readFont(file: string): Promise<{ bytes: Uint8Array; font: Font }> {
  const bytes = await readFile(file);
  const font = fontkit.create(bytes);
  parsed.set(bytes, font);
  return { bytes, font };
}
type Font = ReturnType<typeof fontkit.create>;

/** Families that come in many small files, each for some ranges of letters, which their `unicode.json` names. */
const FAMILIES = ['noto-sans-devanagari', 'noto-sans-sc', 'nanum-gothic'];
const pieces = once(async () => (await Promise.all(FAMILIES.map(piecesOf))).flat());

interface Piece {
  file: string;
  ranges: Array<[from: number, to: number]>;
}

async function piecesOf(family: string): Promise<Piece[]> {
  const folder = dirname(require.resolve(`@fontsource/${family}/package.json`));
  const ranges = JSON.parse(await readFile(join(folder, 'unicode.json'), 'utf8')) as Record<string, string>;
  return Object.entries(ranges).map(([name, said]) => ({
    file: join(folder, 'files', `${family}-${name.replace(/[[\]]/g, '')}-400-normal.woff`),
    ranges: said.split(',').map((range) => {
      const [from = 0, to = from] = range
        .replace(/^U\+/, '')
        .split('-')
        .map((hex) => parseInt(hex, 16));
      return [from, to];
    })
  }));
}

/** Where a letter is drawn from: the main font where it has it, or where nobody has. */
async function fontFor(letter: string, main: string): Promise<string> {
  const code = letter.codePointAt(0) ?? 0;
  for (const own of [main, MAIN.sans]) if ((await fontIn(own)).font.hasGlyphForCodePoint(code)) return own;
  const claiming = (await pieces()).filter(({ ranges }) => ranges.some(([from, to]) => code >= from && code <= to));
  for (const { file } of claiming) if ((await fontIn(file)).font.hasGlyphForCodePoint(code)) return file;
  return main;
}
