import type { JSONContent } from '@tiptap/core';
import { PDFDocument, type PDFImage } from 'pdf-lib';
import { framesOf, frameSheet } from '$core/pages/deck';
import { fromMarkdown } from '$core/pages/markdown';
import type { Ratio } from '$core/pages/nodes/frame';
import { isSafeLink } from '$core/pages/safe-link';
import { spelledOut } from '$core/pages/spelled-out';
import { withDrawings } from './drawing-picture';
import { formulaBox } from './formula-box';
import type { Inline } from './line';
import { A4, CELL, faceOf, INK, Sheets, type Paper } from './sheets';

/** A page that is to be printed. */
export interface Printed {
  markdown: string;
  /** What stands at the foot of each sheet. */
  title: string;
  author: string;
  /** When it was written last, in milliseconds. */
  at: number;
  /** How the brief wants it set. */
  serif: boolean;
  spacing: number;
  /** It is to be filled by hand. */
  room?: boolean;
  /** Its pictures, by the name that each has on the page. */
  picture(name: string): Promise<Uint8Array | null>;
}

/** A formula that is wider than the text is made as small as it has to be, as long as it can be read. */
function fitting(draw: (size: number) => ReturnType<typeof formulaBox>, size: number, width: number) {
  const box = draw(size);
  return box && box.width > width ? draw(Math.max(SMALLEST, (size * width) / box.width)) : box;
}
const SMALLEST = 5;

const SIZE = 11;
const HEADINGS = [20, 15, 12.5, 11];
const INDENT = 18;

/** A sheet of the size of a frame. */
const frame = (ratio: Ratio): Paper => ({ ...frameSheet(ratio), side: 28, top: 24, bottom: 26 });

/** A page as its teacher gets it: PDF, on A4, a deck on sheets of the size of its frames, with its formulas drawn, notes at the end, its name and numbers at the foot. */
export async function printPdf(page: Printed): Promise<{ bytes: Uint8Array; sheets: number }> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(page.title);
  pdf.setAuthor(page.author);
  pdf.setCreator('Vendro');
  pdf.setProducer('Vendro');
  pdf.setCreationDate(new Date(page.at));
  pdf.setModificationDate(new Date(page.at));
  const drawn = await withDrawings(spelledOut(fromMarkdown(page.markdown), page.room), page.picture);
  const whole = drawn.page;
  const [first] = framesOf(whole);
  const paper = first ? frame(first.ratio) : A4;
  const sheets = new Sheets(pdf, page.serif ? 'serif' : 'sans', first ? 1 : page.spacing, paper);
  const printer = new Printer(pdf, sheets, { ...page, picture: drawn.picture });
  await printer.blocks(whole.content ?? [], 0);
  await printer.notesAtEnd();
  await sheets.foot(page.title);
  return { bytes: await pdf.save(), sheets: pdf.getPageCount() };
}

class Printer {
  private notes: string[] = [];
  private images = new Map<string, PDFImage | null>();

  constructor(
    private pdf: PDFDocument,
    private sheets: Sheets,
    private page: Printed
  ) {}

  async blocks(nodes: readonly JSONContent[], indent: number): Promise<void> {
    for (const node of nodes) await this.block(node, indent);
  }

  async notesAtEnd(): Promise<void> {
    if (this.notes.length === 0) return;
    this.sheets.space(10);
    this.sheets.rule();
    for (const [i, note] of this.notes.entries()) {
      this.sheets.marker = { inline: this.run(`${i + 1}`, { size: 9 }), x: 0 };
      await this.sheets.write(
        await this.sheets.set([this.run(note, { size: 9 })], this.sheets.textWidth - INDENT),
        INDENT
      );
    }
  }

  private async block(node: JSONContent, indent: number): Promise<void> {
    const { sheets } = this;
    const width = sheets.textWidth - indent;
    const children = node.content ?? [];
    if (LISTS.has(node.type ?? '')) return this.list(node, indent);
    switch (node.type) {
      case 'paragraph':
        await sheets.write(await sheets.set(this.inlines(children), width), indent);
        return sheets.space(6);
      case 'heading':
        return this.heading(node, indent);
      case 'blockquote':
        sheets.rules.push(indent + 2);
        await this.blocks(children, indent + INDENT);
        return void sheets.rules.pop();
      case 'codeBlock':
        return this.code(children, indent);
      case 'table':
        return this.table(children, indent);
      case 'image':
        return this.image(node, indent);
      case 'formulaBlock':
        return this.formula(node);
      case 'horizontalRule':
        return sheets.rule();
      case 'frame':
        return this.frame(node);
      case 'speakerNotes':
        // They are for whoever speaks.
        return;
      case 'pageBreak':
        if (!sheets.fresh) sheets.newSheet();
        return;
      default:
        return this.blocks(children, indent);
    }
  }

  /** What is shown at once begins on a sheet of its own. */
  private async frame(node: JSONContent): Promise<void> {
    if (!this.sheets.fresh) this.sheets.newSheet();
    await this.blocks(node.content ?? [], 0);
    this.sheets.ended = true;
  }

  private async formula({ attrs }: JSONContent): Promise<void> {
    const tex = String(attrs?.tex ?? '');
    const box = fitting((size) => formulaBox(tex, size, true, INK), SIZE + 1, this.sheets.textWidth);
    if (box) await this.sheets.write([[{ width: box.width, bare: box.width, inline: { box } }]], 0, true);
    this.sheets.space(8);
  }

  private async heading(node: JSONContent, indent: number): Promise<void> {
    const level = Math.min(4, Math.max(1, Number(node.attrs?.level) || 1));
    const size = HEADINGS[level - 1] ?? SIZE;
    this.sheets.space(size * 0.7);
    // A heading stands with what it is the heading of.
    this.sheets.need(size * 2 + 30);
    const set = await this.sheets.set(
      this.inlines(node.content ?? [], { size, bold: true }),
      this.sheets.textWidth - indent
    );
    await this.sheets.write(set, indent);
    this.sheets.space(4);
  }

  private async list(node: JSONContent, indent: number): Promise<void> {
    let number = Number(node.attrs?.start ?? 1) || 1;
    for (const item of node.content ?? []) {
      const dot =
        node.type === 'orderedList'
          ? `${number++}.`
          : node.type === 'taskList'
            ? item.attrs?.checked === true
              ? '☑'
              : '☐'
            : '–';
      this.sheets.marker = { inline: this.run(dot), x: indent };
      await this.blocks(item.content ?? [], indent + INDENT + (dot.length > 2 ? 6 : 0));
      this.sheets.marker = null;
    }
  }

  private async code(children: readonly JSONContent[], indent: number): Promise<void> {
    const text = children.map((child) => child.text ?? '').join('');
    const inlines = text
      .split('\n')
      .flatMap((line, i): Inline[] => [
        ...(i > 0 ? ['break' as const] : []),
        { text: line.replaceAll('\t', '    ') || ' ', face: 'mono', size: 9 }
      ]);
    this.sheets.rules.push(indent + 2);
    await this.sheets.write(await this.sheets.set(inlines, this.sheets.textWidth - indent - INDENT), indent + INDENT);
    this.sheets.rules.pop();
    this.sheets.space(6);
  }

  private async table(rows: readonly JSONContent[], indent: number): Promise<void> {
    const span = (cell: JSONContent) => Math.max(1, Number(cell.attrs?.colspan ?? 1) || 1);
    const columns = Math.max(1, ...rows.map((row) => (row.content ?? []).reduce((sum, cell) => sum + span(cell), 0)));
    const column = (this.sheets.textWidth - indent) / columns;
    for (const row of rows) {
      let at = 0;
      const cells = [];
      for (const cell of row.content ?? []) {
        const width = column * span(cell);
        const set = await this.sheets.set(this.flat(cell, cell.type === 'tableHeader'), width - 2 * CELL);
        cells.push({ set, x: indent + at * column, width });
        at += span(cell);
      }
      if (cells.length > 0) await this.sheets.row(cells);
    }
    this.sheets.space(8);
  }

  /** What stands in a cell, each of its blocks on lines of its own. */
  private flat(node: JSONContent, bold: boolean): Inline[] {
    return (node.content ?? []).flatMap((block, i): Inline[] => [
      ...(i > 0 ? ['break' as const] : []),
      ...(block.type === 'paragraph' || block.type === 'heading'
        ? this.inlines(block.content ?? [], { bold })
        : this.flat(block, bold))
    ]);
  }

  private async image(node: JSONContent, indent: number): Promise<void> {
    const name = String(node.attrs?.src ?? '');
    const image = await this.embedded(name);
    if (image) this.sheets.picture(image, indent, this.sheets.textWidth - indent);
    else
      await this.sheets.write(
        await this.sheets.set([this.run(String(node.attrs?.alt ?? '') || 'A picture')], this.sheets.textWidth - indent),
        indent
      );
    this.sheets.space(8);
  }

  private async embedded(name: string): Promise<PDFImage | null> {
    const known = this.images.get(name);
    if (known !== undefined) return known;
    const bytes = await this.page.picture(name);
    const image =
      bytes && (await (name.endsWith('.png') ? this.pdf.embedPng(bytes) : this.pdf.embedJpg(bytes)).catch(() => null));
    this.images.set(name, image);
    return image;
  }

  private inlines(nodes: readonly JSONContent[], set: { size?: number; bold?: boolean } = {}): Inline[] {
    return nodes.flatMap((node): Inline[] => {
      const tex = String(node.attrs?.tex ?? '');
      switch (node.type) {
        case 'text':
          return this.marked(node, set);
        case 'hardBreak':
          return ['break'];
        case 'formula': {
          const box = tex === '' ? null : formulaBox(tex, set.size ?? SIZE, false, INK);
          return box ? [{ box }] : [];
        }
        case 'footnote': {
          const number = this.notes.push(String(node.attrs?.text ?? ''));
          return [{ ...this.run(`${number}`, { size: 7 }), rise: 4 }];
        }
        default:
          return this.inlines(node.content ?? [], set);
      }
    });
  }

  private marked({ text = '', marks = [] }: JSONContent, set: { size?: number; bold?: boolean }): Inline[] {
    const has = (type: string) => marks.find((mark) => mark.type === type);
    const run = this.run(text.replace(/[\p{Cc}\p{Cn}]/gu, ' '), {
      ...set,
      bold: set.bold === true || has('bold') !== undefined,
      italic: has('italic') !== undefined
    });
    const href = String(has('link')?.attrs?.href ?? '');
    return [
      {
        ...run,
        ...(has('code') && { face: 'mono' as const, size: run.size * 0.92 }),
        ...(has('strike') && { strike: true }),
        ...(isSafeLink(href) && { href })
      }
    ];
  }

  private run(text: string, { size = SIZE, bold = false, italic = false } = {}) {
    return { text, face: faceOf(this.sheets.family, bold, italic), size };
  }
}

const LISTS = new Set(['bulletList', 'orderedList', 'taskList']);
