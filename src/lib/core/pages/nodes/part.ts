import { cut } from '../../cut';
import { mergeAttributes, Node } from '@tiptap/core';
import { id, kept, partOf } from './attributes';
import { blocks, orEmpty, type Divisions } from './division';
import { fenced } from './fence';

/** Characters of what a part is called. */
export const LONGEST_TITLE = 120;

/**
 * A part of a page that belongs to one of those who write it. Whose it is stands beside the page, not in it: nothing that is written
 * there gives it to somebody else. It comes from nowhere else than the server, so that nothing pasted is one.
 */
export const Part = Node.create({
  name: 'part',
  group: 'part',
  content: '(block | frame)+',
  isolating: true,
  defining: true,
  selectable: false,
  addAttributes: () => ({
    id: id(),
    title: kept('title', '', (value) => typeof value === 'string' && value.length <= LONGEST_TITLE)
  }),
  renderHTML: ({ HTMLAttributes }) => [
    'section',
    mergeAttributes(HTMLAttributes, { 'data-part': '', class: 'own-part' }),
    0
  ],
  renderMarkdown: ({ attrs, content }, helpers) => {
    const { kind, id: own } = partOf('part', attrs);
    const title = typeof attrs?.title === 'string' ? attrs.title : '';
    return fenced({ kind, id: own, values: { title } }, helpers.renderChildren(content ?? [], '\n\n'));
  }
});

/** An own part, as a page has it of a division. */
export const partDivisions: Divisions = {
  part: ({ id: own, values }, inside) => ({
    type: 'part',
    attrs: { id: own, title: cut(values.title ?? '', LONGEST_TITLE) },
    content: orEmpty(blocks(inside))
  })
};
