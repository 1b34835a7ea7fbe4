import type { JSONContent } from '@tiptap/core';
import {
  BorderStyle,
  Document,
  ExternalHyperlink,
  FootnoteReferenceRun,
  HeadingLevel,
  ImageRun,
  ImportedXmlComponent,
  LevelFormat,
  Packer,
  PageBreak,
  Paragraph,
  Table,
  TableCell,
  TableRow,
  TextRun,
  WidthType,
  type IParagraphOptions,
  type ParagraphChild
} from 'docx';
import { mml2omml } from 'mathml2omml';
import sharp from 'sharp';
import { fromMarkdown } from '$core/pages/markdown';
import { isSafeLink } from '$core/pages/safe-link';
import { spelledOut } from '$core/pages/spelled-out';
import { withDrawings } from './drawing-picture';
import { bareMathml } from './mathml';

interface Written {
  markdown: string;
  title: string;
  serif: boolean;
  spacing: number;
  picture(name: string): Promise<Uint8Array | null>;
}

/** A page as a text document (Office Open XML, ECMA-376): its headings are headings, its formulas formulas, its notes notes. */
export async function writeDocx(page: Written): Promise<Uint8Array> {
  const { page: whole, picture } = await withDrawings(spelledOut(fromMarkdown(page.markdown)), page.picture);
  const writer = new Writer({ ...page, picture });
  const children = await writer.blocks(whole.content ?? [], {});
  const doc = new Document({
    title: page.title,
    creator: 'Vendro',
    styles: {
      default: {
        document: {
          run: { font: page.serif ? 'Times New Roman' : 'Arial', size: 22 },
          paragraph: { spacing: { line: Math.round(240 * page.spacing), after: 120 } }
        },
        ...HEADINGS
      },
      // What all others are based on has to be there, or other readers pass over them.
      paragraphStyles: [{ id: 'Normal', name: 'Normal', quickFormat: true }]
    },
    numbering: {
      config: [
        {
          reference: NUMBERS,
          levels: Array.from({ length: 9 }, (_, level) => ({
            level,
            ...{ format: LevelFormat.DECIMAL, text: `%${level + 1}.` },
            style: { paragraph: { indent: { left: 500 * (level + 1), hanging: 400 } } }
          }))
        }
      ]
    },
    footnotes: writer.footnotes(),
    sections: [{ children }]
  });
  return new Uint8Array(await Packer.toBuffer(doc));
}

/** Half points, from the highest heading down. */
const HEADINGS = Object.fromEntries(
  [34, 28, 25, 23].map((size, level) => [`heading${level + 1}`, { run: { size, bold: true, color: '000000' } }])
);
const NUMBERS = 'numbers';
/** Pixels: as wide as the text of an A4 sheet. */
const WIDEST = 600;
const TICKED = '☑ ';
const UNTICKED = '☐ ';

type Block = Paragraph | Table;

class Writer {
  private notes: string[] = [];
  private lists = 0;

  constructor(private page: Written) {}

  footnotes() {
    const entries = this.notes.map(
      (note, i) => [i + 1, { children: [new Paragraph({ children: [new TextRun(note)] })] }] as const
    );
    return Object.fromEntries(entries);
  }

  async blocks(nodes: readonly JSONContent[], around: Partial<IParagraphOptions>): Promise<Block[]> {
    const found: Block[] = [];
    for (const node of nodes) found.push(...(await this.block(node, around)));
    return found;
  }

  private async block(node: JSONContent, around: Partial<IParagraphOptions>): Promise<Block[]> {
    const children = node.content ?? [];
    if (LISTS.has(node.type ?? '')) return this.list(node, 0);
    switch (node.type) {
      case 'paragraph':
        return [new Paragraph({ ...around, children: this.inlines(children) })];
      case 'heading':
        return [this.heading(node, around)];
      case 'blockquote':
        return this.quoted(children, around);
      case 'codeBlock':
        return codeLines(children, around);
      case 'table':
        return [await this.table(children)];
      case 'image':
        return [await this.image(node, around)];
      case 'formulaBlock':
        return [new Paragraph({ ...around, children: this.formula(String(node.attrs?.tex ?? ''), true) })];
      case 'horizontalRule':
        return [new Paragraph({ thematicBreak: true, children: [] })];
      case 'pageBreak':
        return [new Paragraph({ children: [new PageBreak()] })];
      default:
        return this.blocks(children, around);
    }
  }

  private heading(node: JSONContent, around: Partial<IParagraphOptions>): Paragraph {
    const level = Math.min(4, Math.max(1, Number(node.attrs?.level) || 1)) as 1 | 2 | 3 | 4;
    return new Paragraph({
      ...around,
      heading: HeadingLevel[`HEADING_${level}`],
      children: this.inlines(node.content ?? [])
    });
  }

  private quoted(children: readonly JSONContent[], around: Partial<IParagraphOptions>): Promise<Block[]> {
    const bar = { style: BorderStyle.SINGLE, size: 12, space: 8, color: '888888' };
    return this.blocks(children, { ...around, indent: { left: 400 }, border: { left: bar } });
  }

  private async list(node: JSONContent, level: number): Promise<Block[]> {
    const instance = ++this.lists;
    const found: Block[] = [];
    for (const item of node.content ?? []) {
      const how: Partial<IParagraphOptions> =
        node.type === 'orderedList'
          ? { numbering: { reference: NUMBERS, level: Math.min(level, 8), instance } }
          : node.type === 'bulletList'
            ? { bullet: { level: Math.min(level, 8) } }
            : { indent: { left: 500 * (level + 1), hanging: 400 } };
      for (const [i, child] of (item.content ?? []).entries()) {
        if (LISTS.has(child.type ?? '')) found.push(...(await this.list(child, level + 1)));
        else if (i > 0 || child.type !== 'paragraph')
          found.push(...(await this.block(child, { indent: { left: 500 * (level + 1) } })));
        else {
          const tick = node.type === 'taskList' ? [new TextRun(item.attrs?.checked === true ? TICKED : UNTICKED)] : [];
          found.push(new Paragraph({ ...how, children: [...tick, ...this.inlines(child.content ?? [])] }));
        }
      }
    }
    return found;
  }

  private async table(rows: readonly JSONContent[]): Promise<Table> {
    const made = [];
    for (const row of rows) {
      const cells = [];
      for (const cell of row.content ?? []) {
        const children = await this.blocks(cell.content ?? [], { spacing: { after: 0 } });
        const columnSpan = Math.max(1, Number(cell.attrs?.colspan ?? 1) || 1);
        cells.push(new TableCell({ columnSpan, children: children.length > 0 ? children : [new Paragraph('')] }));
      }
      const tableHeader = row.content?.every(({ type }) => type === 'tableHeader') ?? false;
      if (cells.length > 0) made.push(new TableRow({ tableHeader, children: cells }));
    }
    return new Table({ width: { size: 100, type: WidthType.PERCENTAGE }, rows: made });
  }

  private async image(node: JSONContent, around: Partial<IParagraphOptions>): Promise<Paragraph> {
    const name = String(node.attrs?.src ?? '');
    const alt = String(node.attrs?.alt ?? '');
    const bytes = await this.page.picture(name);
    const size =
      bytes &&
      (await sharp(bytes)
        .metadata()
        .catch(() => null));
    if (!bytes || !size?.width || !size.height)
      return new Paragraph({ ...around, children: [new TextRun(alt || 'A picture')] });
    const scale = Math.min(1, WIDEST / size.width);
    const transformation = { width: Math.round(size.width * scale), height: Math.round(size.height * scale) };
    const altText = { name: alt || 'Picture', description: alt, title: alt };
    const type = name.endsWith('.png') ? 'png' : 'jpg';
    return new Paragraph({ ...around, children: [new ImageRun({ type, data: bytes, transformation, altText })] });
  }

  private inlines(nodes: readonly JSONContent[]): ParagraphChild[] {
    return nodes.flatMap((node): ParagraphChild[] => {
      switch (node.type) {
        case 'text':
          return [this.text(node)];
        case 'hardBreak':
          return [new TextRun({ break: 1 })];
        case 'formula':
          return this.formula(String(node.attrs?.tex ?? ''), false);
        case 'footnote':
          return [new FootnoteReferenceRun(this.notes.push(String(node.attrs?.text ?? '')))];
        default:
          return this.inlines(node.content ?? []);
      }
    });
  }

  private text({ text = '', marks = [] }: JSONContent): ParagraphChild {
    const has = (type: string) => marks.find((mark) => mark.type === type);
    const href = String(has('link')?.attrs?.href ?? '');
    const linked = isSafeLink(href);
    const run = new TextRun({
      text: text.replace(/[\p{Cc}]/gu, ' '),
      ...(has('bold') && { bold: true }),
      ...(has('italic') && { italics: true }),
      ...(has('strike') && { strike: true }),
      ...(has('code') && { font: 'Courier New' }),
      ...(linked && { style: 'Hyperlink' })
    });
    return linked ? new ExternalHyperlink({ link: href, children: [run] }) : run;
  }

  private formula(tex: string, block: boolean): ParagraphChild[] {
    if (tex === '') return [];
    try {
      const omml = mml2omml(bareMathml(tex, block));
      return [within(ImportedXmlComponent.fromXmlString(omml))];
    } catch {
      return [new TextRun(tex)];
    }
  }
}

function codeLines(children: readonly JSONContent[], around: Partial<IParagraphOptions>): Paragraph[] {
  const text = children.map((child) => child.text ?? '').join('');
  return text.split('\n').map(
    (line) =>
      new Paragraph({
        ...around,
        spacing: { after: 0 },
        children: [new TextRun({ text: line, font: 'Courier New', size: 19 })]
      })
  );
}

const LISTS = new Set(['bulletList', 'orderedList', 'taskList']);

/** What is read from text lies in an element without a name; what is meant is inside. */
function within(read: ImportedXmlComponent): ParagraphChild {
  const inside = (Reflect.get(read, 'root') as unknown[]).find((one) => one instanceof ImportedXmlComponent);
  if (!inside) throw new Error('Nothing stands there.');
  return inside as unknown as ParagraphChild;
}
