import { cut } from '../../cut';
import { Node } from '@tiptap/core';

/** A note at the foot, said where it belongs; in Markdown as an inline note, `^[words]`. Its number comes from its place. */
export const Footnote = Node.create({
  name: 'footnote',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: () => ({
    text: {
      default: '',
      parseHTML: (element: HTMLElement) => cut(element.getAttribute('data-footnote') ?? '', LONGEST_NOTE),
      renderHTML: ({ text }: Record<string, unknown>) => ({ 'data-footnote': text })
    }
  }),
  parseHTML: () => [{ tag: 'sup[data-footnote]' }],
  renderHTML: ({ HTMLAttributes }) => ['sup', HTMLAttributes],
  renderText: ({ node }) => (typeof node.attrs.text === 'string' ? ` (${node.attrs.text})` : ''),
  markdownTokenizer: {
    name: 'footnote',
    level: 'inline',
    start: (source) => source.indexOf('^['),
    tokenize(source) {
      const [raw, text] = NOTE.exec(source) ?? [];
      return raw === undefined ? undefined : { type: 'footnote', raw, note: text?.replace(/\\([\\\]])/g, '$1') };
    }
  },
  parseMarkdown: (token) => ({ type: 'footnote', attrs: { text: String(token.note ?? '') } }),
  renderMarkdown: ({ attrs }) => {
    const text = typeof attrs?.text === 'string' ? attrs.text.replace(/\s+/g, ' ').trim() : '';
    return text === '' ? '' : `^[${text.replace(/[\\\]]/g, '\\$&')}]`;
  }
});

export const LONGEST_NOTE = 2000;
const NOTE = /^\^\[((?:\\.|[^\]\\\n]){1,4000})\]/;
