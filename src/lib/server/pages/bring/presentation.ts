import { posix } from 'node:path';
import type { JSONContent } from '@tiptap/core';
import { Parser } from 'htmlparser2';
import { MOST_UNPACKED } from '$core/materials/facts';
import type { Brought } from '$core/pages/brought';
import { toMarkdown } from '$core/pages/markdown';
import type { Ratio } from '$core/pages/nodes/frame';
import { readArchive } from '../../blobs/archive';
import { SlideReader, type Block } from './slide-reader';

/** Slides that are read of one presentation. */
const MOST_SLIDES = 300;

/**
 * Reads a presentation (Office Open XML, ECMA-376 part 1, chapter 19) as a deck: a frame for each slide in its order, with its
 * title, text, lists, tables, pictures and notes. Where things stood on the slide, what moved and how it looked is left behind.
 */
export async function presentationDeck(path: string, mostPictures: number): Promise<Brought> {
  const files = await readArchive(path, (name) => WANTED.test(name), MOST_UNPACKED);
  const text = (name: string) => files.get(name)?.toString('utf8') ?? '';
  const whole = opened(text('ppt/presentation.xml'));
  const targets = relations(text('ppt/_rels/presentation.xml.rels'), 'ppt');
  const ratio: Ratio = whole.width / whole.height < 1.5 ? '4:3' : '16:9';
  const pictures: Uint8Array[] = [];
  const content: JSONContent[] = [];
  for (const [i, id] of whole.slides.slice(0, MOST_SLIDES).entries()) {
    const name = targets.get(id)?.target ?? '';
    const related = relations(
      text(posix.join(posix.dirname(name), '_rels', `${posix.basename(name)}.rels`)),
      posix.dirname(name)
    );
    const picture = (embed: string): string | null => {
      const bytes = files.get(related.get(embed)?.target ?? '');
      if (!bytes || pictures.length >= mostPictures) return null;
      return `brought:${pictures.push(new Uint8Array(bytes)) - 1}`;
    };
    const notes = [...related.values()].find(({ type }) => type.endsWith('/notesSlide'))?.target;
    const said = notes === undefined ? [] : paragraphs(text(notes), () => null, 'body');
    const shown = paragraphs(text(name), picture, null);
    content.push({
      type: 'frame',
      attrs: { id: `f-${i + 1}`, ratio },
      content: [
        ...(shown.length > 0 ? shown : [{ type: 'paragraph' }]),
        ...(said.some(({ content: words }) => words) ? [{ type: 'speakerNotes', content: said }] : [])
      ]
    });
  }
  return { html: null, markdown: toMarkdown({ type: 'doc', content }), pictures };
}

const WANTED =
  /^ppt\/(presentation\.xml|_rels\/presentation\.xml\.rels|(slides|notesSlides)\/([^/]+\.xml|_rels\/[^/]+\.rels)|media\/[^/]+\.(png|jpe?g|gif|webp))$/i;

function opened(xml: string): { width: number; height: number; slides: string[] } {
  const found = { width: 16, height: 9, slides: [] as string[] };
  read(xml, (tag, attributes) => {
    if (tag === 'p:sldSz') [found.width, found.height] = [Number(attributes.cx) || 16, Number(attributes.cy) || 9];
    if (tag === 'p:sldId') found.slides.push(attributes['r:id'] ?? '');
  });
  return found;
}

function relations(xml: string, folder: string): Map<string, { type: string; target: string }> {
  const found = new Map<string, { type: string; target: string }>();
  read(xml, (tag, { Id = '', Type: type = '', Target: target = '', TargetMode: mode = '' }) => {
    if (tag !== 'Relationship' || mode === 'External') return;
    found.set(Id, { type, target: target.startsWith('/') ? target.slice(1) : posix.join(folder, target) });
  });
  return found;
}

function read(xml: string, open: (tag: string, attributes: Record<string, string>) => void): void {
  new Parser({ onopentag: open }, { xmlMode: true }).end(xml);
}

/** What a slide says, block by block. @param only shapes of this kind of placeholder, where only they count */
function paragraphs(xml: string, picture: (embed: string) => string | null, only: string | null): JSONContent[] {
  const reader = new SlideReader(picture, only);
  new Parser(reader, { xmlMode: true }).end(xml);
  return listsOf(reader.blocks);
}

/** Points of a list that follow each other, each below that which it belongs to. */
function listsOf(blocks: readonly Block[]): JSONContent[] {
  const found: JSONContent[] = [];
  let open: JSONContent[] = [];
  for (const { node, level } of blocks) {
    if (level === null) {
      open = [];
      found.push(node);
      continue;
    }
    const depth = Math.min(level, open.length);
    open = open.slice(0, depth + 1);
    let list = open[depth];
    if (!list) {
      list = { type: 'bulletList', content: [] };
      const above = open[depth - 1]?.content?.at(-1);
      if (above) above.content = [...(above.content ?? []), list];
      else found.push(list);
      open.push(list);
    }
    list.content?.push({ type: 'listItem', content: [node] });
  }
  return found;
}
