import type { Editor } from '@tiptap/core';
import { HEADINGS, PLAIN_TOOLS, TABLE, type Tool } from '$ui/rich/tools';

/** What a page holds besides what any text with parts does. */
export const PAGE_TOOLS: Tool[] = [
  ...HEADINGS,
  ...PLAIN_TOOLS,
  {
    mark: 'taskList',
    label: 'List to tick off',
    icon: 'list-checks',
    run: (e) => e.chain().focus().toggleTaskList().run()
  },
  TABLE,
  {
    mark: 'formula',
    label: 'Formula',
    icon: 'sigma',
    run: (e) => place(e, { type: 'formula', attrs: { tex: '' } })
  },
  {
    mark: 'footnote',
    label: 'Note at the foot',
    icon: 'pilcrow',
    run: (e) => place(e, { type: 'footnote', attrs: { text: '' } })
  },
  {
    mark: 'sheet',
    label: 'Sheet of cells',
    icon: 'sheet',
    run: (e) =>
      e
        .chain()
        .focus()
        .insertContent({ type: 'sheet', attrs: { id: newId() } })
        .run()
  },
  {
    mark: 'drawing',
    label: 'Drawing',
    icon: 'pencil-line',
    run: (e) =>
      e
        .chain()
        .focus()
        .insertContent({ type: 'drawing', attrs: { id: newId() } })
        .run()
  },
  {
    mark: 'pageBreak',
    label: 'New sheet from here',
    icon: 'square-split-vertical',
    run: (e) => e.chain().focus().insertContent({ type: 'pageBreak' }).run()
  },
  { mark: 'undo', label: 'Undo', icon: 'undo-2', run: (e) => e.chain().focus().undo().run() },
  { mark: 'redo', label: 'Do again', icon: 'redo-2', run: (e) => e.chain().focus().redo().run() }
];

const newId = () => `n-${crypto.randomUUID().slice(0, 8)}`;

/** Puts in something that is then filled in, and picks it, so that its field opens. */
function place(editor: Editor, node: { type: string; attrs: Record<string, string> }): boolean {
  const at = editor.state.selection.from;
  return editor.chain().focus().insertContent(node).setNodeSelection(at).run();
}

/** What is done to the table in which one writes. */
export const TABLE_TOOLS: Array<{ label: string; run: (editor: Editor) => boolean }> = [
  { label: 'Row below', run: (e) => e.chain().focus().addRowAfter().run() },
  { label: 'Column beside', run: (e) => e.chain().focus().addColumnAfter().run() },
  { label: 'Remove row', run: (e) => e.chain().focus().deleteRow().run() },
  { label: 'Remove column', run: (e) => e.chain().focus().deleteColumn().run() },
  { label: 'Remove table', run: (e) => e.chain().focus().deleteTable().run() }
];
