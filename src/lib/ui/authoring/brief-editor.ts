import { mergeAttributes, Node, type Editor } from '@tiptap/core';
import { markdownEditor } from '$ui/rich/markdown-editor';

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
export const briefEditor = (given: Given): Editor =>
  markdownEditor({
    ...given,
    label: 'Brief',
    levels: [2, 3, 4],
    class: 'min-h-56 max-h-[60vh] overflow-y-auto',
    besides: [media('audio'), media('video')]
  });
