import { PDFName, PDFString, rgb, type PDFDocument, type PDFImage, type PDFPage } from 'pdf-lib';
import { DocumentFonts, type Face } from '../../pdf/fonts';
import { lines, type Atom, type Inline, type Run } from './line';

/** A sheet with its margins, in points. */
export interface Paper {
  width: number;
  height: number;
  side: number;
  top: number;
  bottom: number;
}
/** A4 (ISO 216). */
export const A4: Paper = { width: 595, height: 842, side: 68, top: 64, bottom: 70 };
export const INK = rgb(0.09, 0.12, 0.14);
const FAINT = rgb(0.55, 0.57, 0.58);
const LINK = rgb(0.06, 0.3, 0.38);

/** Sheets of paper that are filled from above, a new one wherever something does not fit any more. */
export class Sheets {
  private page: PDFPage;
  private y = 0;
  private fonts: DocumentFonts;
  private widths = new Map<string, number>();
  /** Where a rule stands beside what is written: left of a quotation. */
  readonly rules: number[] = [];
  /** Nothing more comes onto this sheet, however empty it is. */
  ended = false;
  /** What stands before the next line: the dot of a list, a number. */
  marker: { inline: Inline; x: number } | null = null;

  /** @param spacing of lines, as a multiple of single */
  constructor(
    private pdf: PDFDocument,
    readonly family: 'sans' | 'serif',
    private spacing: number,
    public paper: Paper = A4
  ) {
    this.fonts = new DocumentFonts(pdf);
    this.page = this.newSheet();
  }

  /** Points that can be written on, across and from above to below. */
  get textWidth(): number {
    return this.paper.width - 2 * this.paper.side;
  }
  private get textHeight(): number {
    return this.paper.height - this.paper.top - this.paper.bottom;
  }

  newSheet(): PDFPage {
    this.ended = false;
    this.page = this.pdf.addPage([this.paper.width, this.paper.height]);
    this.y = this.paper.height - this.paper.top;
    return this.page;
  }

  /** Nothing was written on this sheet yet. */
  get fresh(): boolean {
    return !this.ended && this.y === this.paper.height - this.paper.top;
  }

  /** Begins a new sheet where so much does not fit on this one. */
  need(height: number): void {
    if (!this.fresh && this.y - height < this.paper.bottom) this.newSheet();
  }

  /** Leaves room, but not at the top of a sheet. */
  space(height: number): void {
    if (!this.fresh) this.y -= height;
  }

  /** Lines of a text as they fit a width. */
  async set(inlines: readonly Inline[], width: number): Promise<Atom[][]> {
    return lines(inlines, width, (run) => this.width(run));
  }

  /** Writes lines below each other. @param indent of all of them, in points from the margin */
  async write(set: readonly Atom[][], indent: number, centred = false): Promise<void> {
    for (const line of set) {
      const { height, descent } = this.heightOf(line);
      this.need(height);
      this.y -= height;
      const used = line.reduce((sum, { width }) => sum + width, 0);
      const x = this.paper.side + (centred ? (this.textWidth - used) / 2 : indent);
      await this.draw(line, x, this.y + descent);
      if (this.marker) {
        const { inline, x: at } = this.marker;
        this.marker = null;
        const [dot = []] = await this.set([inline], this.textWidth);
        await this.draw(dot, this.paper.side + at, this.y + descent);
      }
      for (const rule of this.rules)
        this.page.drawRectangle({ x: this.paper.side + rule, y: this.y, width: 2, height, color: FAINT });
    }
  }

  /**
   * Cells beside each other, each in its own column, with a frame around them. A row stays on one sheet where it fits any; a longer
   * one goes on on the next.
   */
  async row(cells: ReadonlyArray<{ set: readonly Atom[][]; x: number; width: number }>): Promise<void> {
    const whole = Math.max(...cells.map(({ set }) => this.tall(set))) + 2 * CELL;
    this.need(Math.min(whole, this.textHeight));
    let rest = cells;
    do {
      const room = this.y - this.paper.bottom - 2 * CELL;
      const here = rest.map(({ set, ...cell }) => ({ ...cell, set: set.slice(0, this.fitting(set, room)) }));
      await this.framed(here);
      rest = rest.map((cell, i) => ({ ...cell, set: cell.set.slice(here[i]?.set.length ?? 0) }));
      if (rest.some(({ set }) => set.length > 0)) this.newSheet();
      else return;
    } while (rest.length > 0);
  }

  private async framed(cells: ReadonlyArray<{ set: readonly Atom[][]; x: number; width: number }>): Promise<void> {
    const height = Math.max(...cells.map(({ set }) => this.tall(set))) + 2 * CELL;
    const top = this.y;
    for (const { set, x, width } of cells) {
      let y = top - CELL;
      for (const line of set) {
        const at = this.heightOf(line);
        y -= at.height;
        await this.draw(line, this.paper.side + x + CELL, y + at.descent);
      }
      this.page.drawRectangle({
        ...{ x: this.paper.side + x, y: top - height, width, height },
        ...{ borderColor: FAINT, borderWidth: 0.6 }
      });
    }
    this.y = top - height;
  }

  private tall = (set: readonly Atom[][]): number => set.reduce((sum, line) => sum + this.heightOf(line).height, 0);

  /** How many lines fit a height; one at least, so that every row comes to an end. */
  private fitting(set: readonly Atom[][], room: number): number {
    let left = room;
    const over = set.findIndex((line) => (left -= this.heightOf(line).height) < 0);
    return over === -1 ? set.length : Math.max(1, over);
  }

  picture(image: PDFImage, indent: number, width: number): void {
    const scale = Math.min(width / image.width, this.textHeight / image.height, 0.75);
    const [w, h] = [image.width * scale, image.height * scale];
    this.need(h);
    this.y -= h;
    this.page.drawImage(image, { x: this.paper.side + indent, y: this.y, width: w, height: h });
  }

  rule(): void {
    this.need(12);
    this.y -= 6;
    this.page.drawRectangle({ x: this.paper.side, y: this.y, width: this.textWidth, height: 0.6, color: FAINT });
    this.y -= 6;
  }

  /** What stands at the foot of each sheet, once all are there. */
  async foot(title: string): Promise<void> {
    const pages = this.pdf.getPages();
    for (const [i, page] of pages.entries()) {
      const [number = []] = await this.set(
        [{ text: `${i + 1} / ${pages.length}`, face: 'sans', size: 8 }],
        this.textWidth
      );
      const [name = []] = await this.set([{ text: title, face: 'sans', size: 8 }], this.textWidth - 60);
      this.page = page;
      await this.draw(name, this.paper.side, this.paper.bottom / 2);
      await this.draw(
        number,
        this.paper.width - this.paper.side - number.reduce((sum, { width }) => sum + width, 0),
        this.paper.bottom / 2
      );
    }
  }

  private heightOf(line: readonly Atom[]): { height: number; descent: number } {
    let [ascent, descent] = [0, 0];
    for (const { inline } of line) {
      if ('box' in inline) {
        ascent = Math.max(ascent, inline.box.ascent + 1);
        descent = Math.max(descent, inline.box.descent + 1);
      } else {
        ascent = Math.max(ascent, inline.size * (0.3 + 0.62 * this.spacing));
        descent = Math.max(descent, inline.size * (0.04 + 0.24 * this.spacing));
      }
    }
    return ascent === 0 ? { height: 12 * this.spacing, descent: 3 } : { height: ascent + descent, descent };
  }

  private async draw(line: readonly Atom[], from: number, y: number): Promise<void> {
    let x = from;
    for (const { inline, width } of joined(line)) {
      if ('box' in inline) inline.box.draw(this.page, x, y);
      else await this.text(inline, x, y);
      x += width;
    }
  }

  private async text({ text, face, size, rise = 0, strike, href }: Run, from: number, y: number): Promise<void> {
    let x = from;
    for (const { text: part, font } of await this.fonts.stretches(text, face)) {
      this.page.drawText(part, { x, y: y + rise, size, font, color: href ? LINK : INK });
      x += font.widthOfTextAtSize(part, size);
    }
    if (strike) this.page.drawRectangle({ x: from, y: y + size * 0.28, width: x - from, height: 0.7, color: INK });
    if (href) this.link(href, { from, to: x, y, size });
  }

  private link(href: string, { from, to, y, size }: { from: number; to: number; y: number; size: number }): void {
    const { context } = this.pdf;
    const action = context.obj({ Type: 'Action', S: 'URI', URI: PDFString.of(encodeURI(decodeSafely(href))) });
    const Rect = [from, y - size * 0.2, to, y + size * 0.9];
    const annotation = context.obj({ Type: 'Annot', Subtype: 'Link', Rect, Border: [0, 0, 0], A: action });
    const known = this.page.node.Annots();
    if (known) known.push(context.register(annotation));
    else this.page.node.set(PDFName.of('Annots'), context.obj([context.register(annotation)]));
  }

  private async width({ text, face, size }: Run): Promise<number> {
    const key = `${face} ${text}`;
    let em = this.widths.get(key);
    if (em === undefined) {
      em = 0;
      for (const { text: part, font } of await this.fonts.stretches(text, face)) em += font.widthOfTextAtSize(part, 1);
      this.widths.set(key, em);
    }
    return em * size;
  }
}

/** Words that are set alike as one stretch: writing each by itself takes ten times as long. */
function joined(line: readonly Atom[]): Atom[] {
  const found: Atom[] = [];
  for (const atom of line) {
    const last = found.at(-1);
    if (last && !('box' in last.inline) && !('box' in atom.inline) && alike(last.inline, atom.inline))
      found[found.length - 1] = {
        ...{ width: last.width + atom.width, bare: last.width + atom.bare },
        inline: { ...last.inline, text: last.inline.text + atom.inline.text }
      };
    else found.push(atom);
  }
  return found;
}
const alike = (one: Run, other: Run): boolean =>
  (['face', 'size', 'rise', 'strike', 'href'] as const).every((part) => one[part] === other[part]);

/** Between a cell's frame and its words. */
export const CELL = 5;

function decodeSafely(href: string): string {
  try {
    return decodeURI(href);
  } catch {
    return href;
  }
}

/** The face of a family with what is stressed. */
export function faceOf(family: 'sans' | 'serif', bold: boolean, italic: boolean): Face {
  return [family, bold && 'bold', italic && 'italic'].filter(Boolean).join(' ') as Face;
}
