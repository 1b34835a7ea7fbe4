import { Editor, mergeAttributes, Node } from '@tiptap/core';
import { Image } from '@tiptap/extension-image';
import { TableKit } from '@tiptap/extension-table';
import { Markdown } from '@tiptap/markdown';
import StarterKit from '@tiptap/starter-kit';

/** Sound and film of the course's own, as a brief shows them. They stand in Markdown as the HTML that they are. */
const media = (name: 'audio' | 'video') =>
  Node.create({
    name,
    group: 'block',
    atom: true,
    addAttributes: () => ({ src: { default: '' } }),
    parseHTML: () => [{ tag: `${name}[src]` }],
    renderHTML: ({ HTMLAttributes }) => [name, mergeAttributes(HTMLAttributes, { controls: '' })],
    renderMarkdown: ({ attrs }) => `<${name} src="${String(attrs?.src ?? '')}"></${name}>`
  });

interface Given {
  element: HTMLElement;
  markdown: string;
  onChange: (markdown: string) => void;
  onTurn: () => void;
}

/** The editor of a brief: what is written there is Markdown with tables, pictures, sound and film, and nothing else. */
export function briefEditor({ element, markdown, onChange, onTurn }: Given): Editor {
  return new Editor({
    element,
    injectCSS: false,
    content: markdown,
    contentType: 'markdown',
    extensions: [
      StarterKit.configure({ heading: { levels: [2, 3, 4] }, underline: false, link: { openOnClick: false } }),
      TableKit.configure({ table: { resizable: false } }),
      Image,
      media('audio'),
      media('video'),
      Markdown
    ],
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': 'Brief',
        class: 'brief-text min-h-56 max-h-[60vh] overflow-y-auto px-4 py-3 outline-none'
      }
    },
    onUpdate: ({ editor }) => onChange(editor.isEmpty ? '' : editor.getMarkdown()),
    onTransaction: onTurn
  });
}
