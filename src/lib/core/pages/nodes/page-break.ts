import { Node } from '@tiptap/core';

/** Where a new sheet begins in print; in Markdown the line by which converters know it. */
export const PageBreak = Node.create({
  name: 'pageBreak',
  group: 'block',
  atom: true,
  parseHTML: () => [{ tag: 'hr[data-page-break]' }, { tag: 'br[style*="page-break-before"]' }],
  renderHTML: () => ['hr', { 'data-page-break': '', class: 'page-break' }],
  renderText: () => '\n',
  markdownTokenizer: {
    name: 'pageBreak',
    level: 'block',
    start: (source) => source.indexOf('\\newpage'),
    tokenize(source) {
      const [raw] = /^\\newpage[ \t]*(?:\n+|$)/.exec(source) ?? [];
      return raw === undefined ? undefined : { type: 'pageBreak', raw };
    }
  },
  parseMarkdown: () => ({ type: 'pageBreak' }),
  renderMarkdown: () => '\\newpage'
});
