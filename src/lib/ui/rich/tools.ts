import type { Editor } from '@tiptap/core';
import type { IconName } from '$ui/icons/drawings';

/** A button of the bar beside rich text. */
export interface Tool {
  /** By which the editor knows whether it is on, with its attributes where the name alone does not tell. */
  mark: string;
  attributes?: Record<string, unknown>;
  label: string;
  icon: IconName;
  run: (editor: Editor) => boolean;
}

/** What a message may hold. */
export const PLAIN_TOOLS: Tool[] = [
  { mark: 'bold', label: 'Bold', icon: 'bold', run: (e) => e.chain().focus().toggleBold().run() },
  { mark: 'italic', label: 'Italic', icon: 'italic', run: (e) => e.chain().focus().toggleItalic().run() },
  { mark: 'code', label: 'Code', icon: 'code', run: (e) => e.chain().focus().toggleCode().run() },
  { mark: 'bulletList', label: 'List', icon: 'list', run: (e) => e.chain().focus().toggleBulletList().run() },
  {
    mark: 'orderedList',
    label: 'Numbered list',
    icon: 'list-ordered',
    run: (e) => e.chain().focus().toggleOrderedList().run()
  },
  { mark: 'blockquote', label: 'Quotation', icon: 'quote', run: (e) => e.chain().focus().toggleBlockquote().run() }
];

/** What a text with parts may hold besides. */
export const HEADINGS: Tool[] = ([2, 3] as const).map((level) => ({
  mark: 'heading',
  attributes: { level },
  label: level === 2 ? 'Heading' : 'Heading below it',
  icon: level === 2 ? 'heading-2' : 'heading-3',
  run: (e) => e.chain().focus().toggleHeading({ level }).run()
}));

export const TABLE: Tool = {
  mark: 'table',
  label: 'Table',
  icon: 'table',
  run: (e) => e.chain().focus().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run()
};
