import type { JSONContent } from '@tiptap/core';
import JSZip from 'jszip';
import PptxGen from 'pptxgenjs';
import sharp from 'sharp';
import { framesOf, type FrameOf } from '$core/pages/deck';
import { fromMarkdown } from '$core/pages/markdown';
import { RATIOS } from '$core/pages/nodes/frame';
import { isSafeLink } from '$core/pages/safe-link';
import { spelledOut } from '$core/pages/spelled-out';
import { withDrawings } from './drawing-picture';
import { textOf } from '$core/pages/walk';

interface Written {
  markdown: string;
  title: string;
  serif: boolean;
  picture(name: string): Promise<Uint8Array | null>;
}
type Run = PptxGen.TextProps;
type Slide = PptxGen.Slide;

/** Inches. */
const HEIGHT = 5.625;
const EDGE = 0.5;
const TITLE = 0.9;

/**
 * A deck as a presentation (Office Open XML, ECMA-376): a slide for each frame, its first heading as title, its text as text, its
 * pictures beside it, what the speaker says as notes.
 */
export async function writePptx({ markdown, title, serif, picture: own }: Written): Promise<Uint8Array> {
  const { page, picture } = await withDrawings(spelledOut(fromMarkdown(markdown)), own);
  const frames = framesOf(page);
  const deck = new PptxGen();
  const width = HEIGHT * RATIOS[frames[0]?.ratio ?? '16:9'];
  deck.defineLayout({ name: 'FRAME', width, height: HEIGHT });
  deck.layout = 'FRAME';
  deck.title = title;
  deck.company = 'Vendro';
  deck.theme = { headFontFace: serif ? 'Times New Roman' : 'Arial', bodyFontFace: serif ? 'Times New Roman' : 'Arial' };
  // What is a title says so: to those who hear the slides read, and to other programs.
  const at = { x: EDGE, y: EDGE / 2, w: width - 2 * EDGE, h: TITLE };
  const holder = {
    options: { name: 'title', type: 'title' as const, ...at, fontSize: 30, valign: 'middle' as const },
    text: ''
  };
  deck.defineSlideMaster({ title: 'FRAME', objects: [{ placeholder: holder }] });
  for (const frame of frames) await slide(deck.addSlide({ masterName: 'FRAME' }), frame, { width, picture });
  return sound((await deck.write({ outputType: 'nodebuffer' })) as Buffer);
}

/** What a paragraph is like is said once, at its beginning (ECMA-376 part 1, 21.1.2.2.6); the package says it again before each run. */
async function sound(bytes: Buffer): Promise<Uint8Array> {
  const zip = await JSZip.loadAsync(bytes);
  for (const name of Object.keys(zip.files).filter((one) => /^ppt\/slides\/slide\d+\.xml$/.test(one))) {
    const xml = (await zip.file(name)?.async('string')) ?? '';
    zip.file(name, xml.replace(/(<\/a:r>|<a:br\/>)<a:pPr\b(?:[^>]*\/>|.*?<\/a:pPr>)/g, '$1'));
  }
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' });
}

async function slide(
  slide: Slide,
  { shown, notes }: FrameOf,
  { width, picture }: { width: number; picture: Written['picture'] }
): Promise<void> {
  const head = shown.find(({ type }) => type === 'heading');
  const rest = shown.filter((node) => node !== head);
  const beside = rest.filter(({ type }) => BESIDE.has(type ?? ''));
  const text = rest.filter((node) => !beside.includes(node)).flatMap((node) => runs(node, 0));
  const top = head ? EDGE + TITLE : EDGE;
  const [inner, room] = [width - 2 * EDGE, HEIGHT - top - EDGE];
  if (head) slide.addText(inlines(head), { placeholder: 'title' });
  const half = beside.length > 0 && text.length > 0 ? inner / 2 - 0.15 : inner;
  if (text.length > 0)
    slide.addText(text, { x: EDGE, y: top, w: half, h: room, fontSize: 18, valign: 'top', fit: 'shrink' });
  const each = room / Math.max(1, beside.length);
  const x = text.length > 0 ? EDGE + half + 0.3 : EDGE;
  for (const [i, node] of beside.entries()) {
    const box = { x, y: top + i * each, w: half, h: each - 0.1 };
    if (node.type === 'image') await image(slide, node, box, picture);
    else slide.addTable(rowsOf(node), { x, y: box.y, w: half, fontSize: 12, border: BORDER });
  }
  if (notes.length > 0) slide.addNotes(notes.map(textOf).join('\n'));
}
/** What stands beside the text. */
const BESIDE = new Set(['image', 'table']);
const BORDER = { type: 'solid', pt: 0.75, color: '888888' } as const;

/** A picture, as large as its box lets it be. */
async function image(
  slide: Slide,
  { attrs }: JSONContent,
  box: { x: number; y: number; w: number; h: number },
  picture: Written['picture']
): Promise<void> {
  const bytes = await picture(String(attrs?.src ?? ''));
  const size =
    bytes &&
    (await sharp(bytes)
      .metadata()
      .catch(() => null));
  if (!bytes || !size) return;
  const scale = Math.min(box.w / size.width, box.h / size.height);
  slide.addImage({
    data: `image/${size.format === 'png' ? 'png' : 'jpeg'};base64,${Buffer.from(bytes).toString('base64')}`,
    ...{ x: box.x, y: box.y, w: size.width * scale, h: size.height * scale },
    altText: String(attrs?.alt ?? '')
  });
}

function runs(node: JSONContent, level: number): Run[] {
  const children = node.content ?? [];
  switch (node.type) {
    case 'heading':
      return ended(inlines(node, { bold: true, fontSize: 22 }));
    case 'paragraph':
      return ended(inlines(node));
    case 'codeBlock':
      return ended([{ text: textOf(node), options: { fontFace: 'Courier New', fontSize: 14 } }]);
    case 'formulaBlock':
      return ended([{ text: String(node.attrs?.tex ?? ''), options: { italic: true } }]);
    case 'bulletList':
    case 'orderedList':
    case 'taskList':
      return children.flatMap((item) => listed(item, level, node.type === 'orderedList'));
    default:
      return children.flatMap((child) => runs(child, level));
  }
}

/** A point of a list, with those below it. */
function listed(item: JSONContent, level: number, numbered: boolean): Run[] {
  return (item.content ?? []).flatMap((block, i) => {
    if (i > 0 || block.type !== 'paragraph') return runs(block, level + 1);
    const ticked = item.type === 'taskItem' ? (item.attrs?.checked === true ? '☑ ' : '☐ ') : '';
    const words = [...(ticked ? [{ text: ticked }] : []), ...inlines(block)];
    const bullet = numbered ? { type: 'number' as const } : true;
    // Each dot begins a paragraph: it stands with the first of its words.
    return ended(words).map((run, i) =>
      i > 0
        ? run
        : { ...run, options: { ...run.options, ...(ticked === '' && { bullet }), indentLevel: Math.min(level, 7) } }
    );
  });
}

/** The last of them ends its line. */
const ended = (some: Run[]): Run[] =>
  (some.length > 0 ? some : [{ text: ' ' }]).map((run, i, all) =>
    i === all.length - 1 ? { ...run, options: { ...run.options, breakLine: true } } : run
  );

function inlines(node: JSONContent, options: Run['options'] = {}): Run[] {
  return (node.content ?? []).flatMap((child): Run[] => {
    if (child.type === 'hardBreak') return [{ text: '', options: { softBreakBefore: true } }];
    if (child.type === 'formula')
      return [{ text: String(child.attrs?.tex ?? ''), options: { ...options, italic: true } }];
    if (child.type !== 'text') return inlines(child, options);
    const has = (type: string) => child.marks?.find((mark) => mark.type === type);
    const href = String(has('link')?.attrs?.href ?? '');
    return [
      {
        text: (child.text ?? '').replace(/\p{Cc}/gu, ' '),
        options: {
          ...options,
          ...(has('bold') && { bold: true }),
          ...(has('italic') && { italic: true }),
          ...(has('strike') && { strike: true }),
          ...(has('code') && { fontFace: 'Courier New' }),
          ...(isSafeLink(href) && { hyperlink: { url: href } })
        }
      }
    ];
  });
}

const rowsOf = (table: JSONContent): PptxGen.TableRow[] =>
  (table.content ?? []).map((row) =>
    (row.content ?? []).map((cell) => ({
      text: textOf(cell),
      options: {
        bold: cell.type === 'tableHeader',
        colspan: Math.max(1, Number(cell.attrs?.colspan) || 1),
        rowspan: Math.max(1, Number(cell.attrs?.rowspan) || 1)
      }
    }))
  );
