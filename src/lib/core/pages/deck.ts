import { cut } from '../cut';
import type { JSONContent } from '@tiptap/core';
import { ratioOf, RATIOS, type Ratio } from './nodes/frame';
import { textOf } from './walk';

/** One frame of a deck, taken apart. */
export interface FrameOf {
  id: string;
  ratio: Ratio;
  /** Its first heading, or else its first words. */
  title: string;
  shown: JSONContent[];
  notes: JSONContent[];
}

/** The frames of a page in their order, also those within parts; none where it is no deck. */
export function framesOf(page: JSONContent): FrameOf[] {
  return (page.content ?? []).flatMap((node) =>
    node.type === 'frame' ? [frameOf(node)] : node.type === 'part' ? framesOf(node) : []
  );
}

/** A deck with a single frame, as Markdown: what a new one begins with. */
export const newDeck = (title: string, ratio: Ratio = '16:9'): string =>
  `::: {.frame #f-1 ratio="${ratio}"}\n\n# ${title}\n\n:::\n`;

/** A sheet of the size of a frame, in points: what is 11 points on it is read from afar. */
export const frameSheet = (ratio: Ratio): { width: number; height: number } => ({
  width: Math.round(270 * RATIOS[ratio]),
  height: 270
});

function frameOf({ attrs, content = [] }: JSONContent): FrameOf {
  const shown = content.filter(({ type }) => type !== 'speakerNotes');
  const head = shown.find(({ type }) => type === 'heading') ?? shown.find((node) => textOf(node) !== '');
  return {
    id: String(attrs?.id ?? ''),
    ratio: ratioOf(attrs?.ratio),
    title: head ? cut(textOf(head), 120) : '',
    shown,
    notes: content.find(({ type }) => type === 'speakerNotes')?.content ?? []
  };
}
