import { Editor, type Extensions } from '@tiptap/core';
import { Image } from '@tiptap/extension-image';
import { TableKit } from '@tiptap/extension-table';
import { Markdown } from '@tiptap/markdown';
import StarterKit from '@tiptap/starter-kit';

interface Given {
  element: HTMLElement;
  markdown: string;
  /** What it is called by those who read the screen aloud. */
  label: string;
  /** Levels of headings that it knows. */
  levels: Array<1 | 2 | 3 | 4>;
  /** Further classes of what is written in. */
  class: string;
  /** What it knows besides text, tables and pictures. */
  besides?: Extensions;
  onChange: (markdown: string, editor: Editor) => void;
  onTurn: () => void;
}

/** An editor of text with headings, lists, tables and pictures, which is kept as Markdown. */
export function markdownEditor({
  element,
  markdown,
  label,
  levels,
  besides = [],
  onChange,
  onTurn,
  ...given
}: Given): Editor {
  return new Editor({
    element,
    injectCSS: false,
    content: markdown,
    contentType: 'markdown',
    extensions: [
      StarterKit.configure({ heading: { levels }, underline: false, link: { openOnClick: false } }),
      TableKit.configure({ table: { resizable: false } }),
      Image,
      ...besides,
      Markdown
    ],
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': label,
        class: `brief-text px-4 py-3 outline-none ${given.class}`
      }
    },
    onUpdate: ({ editor }) => onChange(editor.isEmpty ? '' : editor.getMarkdown(), editor),
    onTransaction: onTurn
  });
}
