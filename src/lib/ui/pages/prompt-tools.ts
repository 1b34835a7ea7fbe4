import type { Editor, JSONContent } from '@tiptap/core';
import { newId } from '$ui/forms/new-id';
import type { Tool } from '$ui/rich/tools';

/** Puts a question in where the cursor stands, behind the one in which it stands, and picks it. */
function put(editor: Editor, node: () => JSONContent & { attrs: { id: string } }): boolean {
  const { $to: place } = editor.state.selection;
  const outer = Array.from({ length: place.depth }, (_, i) => i + 1).find((d) => PARTS.has(place.node(d).type.name));
  const made = node();
  const at = outer === undefined ? null : place.after(outer);
  if (at === null) editor.chain().focus().insertContent(made).run();
  else editor.chain().focus().insertContentAt(at, made).run();
  let found = -1;
  editor.state.doc.descendants(({ attrs }, pos) => {
    if (attrs.id === made.attrs.id) found = pos;
    return found < 0;
  });
  if (found < 0) return false;
  return made.type === 'answer' || made.type === 'teachersPart'
    ? editor
        .chain()
        .setTextSelection(found + 2)
        .run()
    : editor.chain().setNodeSelection(found).run();
}
const PARTS = new Set(['answer', 'choice', 'entries', 'teachersPart']);
const EMPTY = [{ type: 'paragraph' }];

/** What a starter asks. */
export const PROMPT_TOOLS: Tool[] = [
  {
    mark: 'answer',
    label: 'Place for an answer',
    icon: 'square-pen',
    run: (e) => put(e, () => ({ type: 'answer', attrs: { id: newId(), optional: false }, content: EMPTY }))
  },
  {
    mark: 'choice',
    label: 'Choice',
    icon: 'list-todo',
    run: (e) =>
      put(e, () => ({
        type: 'choice',
        attrs: { id: newId(), optional: false, several: false, options: ['First', 'Second'], chosen: [] }
      }))
  },
  {
    mark: 'entries',
    label: 'Numbered entries',
    icon: 'list-ordered',
    run: (e) =>
      put(e, () => ({
        type: 'entries',
        attrs: {
          ...{ id: newId(), optional: false, strict: false, called: 'Activity', expected: 3 },
          fields: ['date:date', 'hours:hours', 'partner:text', 'place:text', 'programme:evidence']
        },
        content: []
      }))
  },
  {
    mark: 'teachersPart',
    label: 'Part that only the teacher fills',
    icon: 'user-pen',
    run: (e) => put(e, () => ({ type: 'teachersPart', attrs: { id: newId() }, content: EMPTY }))
  }
];
