import type { Editor, JSONContent } from '@tiptap/core';
import { ListOrdered, ListTodo, SquarePen, UserPen } from '@lucide/svelte';
import type { Tool } from '$ui/rich/tools';

const put = (editor: Editor, node: () => JSONContent) => editor.chain().focus().insertContent(node()).run();
const id = () => Math.random().toString(36).slice(2, 10);
const EMPTY = [{ type: 'paragraph' }];

/** What a starter asks. */
export const PROMPT_TOOLS: Tool[] = [
  {
    mark: 'answer',
    label: 'Place for an answer',
    icon: SquarePen,
    run: (e) => put(e, () => ({ type: 'answer', attrs: { id: id(), optional: false }, content: EMPTY }))
  },
  {
    mark: 'choice',
    label: 'Choice',
    icon: ListTodo,
    run: (e) =>
      put(e, () => ({
        type: 'choice',
        attrs: { id: id(), optional: false, several: false, options: ['First', 'Second'], chosen: [] }
      }))
  },
  {
    mark: 'entries',
    label: 'Numbered entries',
    icon: ListOrdered,
    run: (e) =>
      put(e, () => ({
        type: 'entries',
        attrs: {
          ...{ id: id(), optional: false, strict: false, called: 'Activity', expected: 3 },
          fields: ['date:date', 'hours:hours', 'partner:text', 'place:text']
        },
        content: []
      }))
  },
  {
    mark: 'teachersPart',
    label: 'Part that only the teacher fills',
    icon: UserPen,
    run: (e) => put(e, () => ({ type: 'teachersPart', attrs: { id: id() }, content: EMPTY }))
  }
];
