import { mergeAttributes, Node, type JSONContent } from '@tiptap/core';
import { id, kept, partOf } from './attributes';
import { blocks, orEmpty, type Divisions } from './division';
import { fenced } from './fence';

/** How wide frames are for their height. */
export const RATIOS = { '16:9': 16 / 9, '4:3': 4 / 3 } as const;
export type Ratio = keyof typeof RATIOS;
export const ratioOf = (value: unknown): Ratio => (value === '4:3' ? '4:3' : '16:9');

/** One frame of a deck: what is shown at once, and below it what its speaker says. */
export const Frame = Node.create({
  name: 'frame',
  group: 'frame',
  content: 'block+ speakerNotes?',
  isolating: true,
  defining: true,
  addAttributes: () => ({
    id: id(),
    ratio: kept<string>('ratio', '16:9', (value) => typeof value === 'string' && value in RATIOS)
  }),
  parseHTML: () => [{ tag: 'section[data-ratio]' }],
  renderHTML: ({ HTMLAttributes, node }) => [
    'section',
    mergeAttributes(HTMLAttributes, { class: `frame${node.attrs.ratio === '4:3' ? ' frame-narrow' : ''}` }),
    0
  ],
  renderMarkdown: ({ attrs, content }, helpers) => {
    const { kind, id: own } = partOf('frame', attrs);
    return fenced(
      { kind, id: own, values: { ratio: ratioOf(attrs?.ratio) } },
      helpers.renderChildren(content ?? [], '\n\n')
    );
  }
});

/** What the speaker says to a frame. It is shown to them alone. */
export const SpeakerNotes = Node.create({
  name: 'speakerNotes',
  content: 'paragraph+',
  isolating: true,
  defining: true,
  parseHTML: () => [{ tag: 'aside[data-notes]' }],
  renderHTML: ({ HTMLAttributes }) => [
    'aside',
    mergeAttributes(HTMLAttributes, { 'data-notes': '', class: 'speaker-notes' }),
    0
  ],
  renderMarkdown: ({ content }, helpers) =>
    fenced({ kind: 'notes', id: 'n', values: {} }, helpers.renderChildren(content ?? [], '\n\n'))
});

/** Frames and what is said to them, as a page has them of divisions. */
export const deckDivisions: Divisions = {
  frame: ({ id: own, values }, inside) => {
    const content = blocks(inside);
    const notes = content.filter(({ type }) => type === 'speakerNotes').slice(0, 1);
    const shown = content.filter(({ type }) => type !== 'speakerNotes');
    return { type: 'frame', attrs: { id: own, ratio: ratioOf(values.ratio) }, content: [...orEmpty(shown), ...notes] };
  },
  notes: (_, inside) => ({
    type: 'speakerNotes',
    content: orEmpty(blocks(inside).filter(({ type }: JSONContent) => type === 'paragraph'))
  })
};
