import { mergeAttributes, Node } from '@tiptap/core';
import { INLINE_FORMULA } from '../inline-formula';

/** TeX beyond this is no formula that anybody wrote. */
export const LONGEST_FORMULA = 2000;

const attributes = () => ({
  tex: {
    default: '',
    parseHTML: (element: HTMLElement) => (element.getAttribute('data-tex') ?? '').slice(0, LONGEST_FORMULA),
    renderHTML: ({ tex }: Record<string, unknown>) => ({ 'data-tex': tex })
  }
});
const texOf = (attrs: Record<string, unknown> | undefined) => (typeof attrs?.tex === 'string' ? attrs.tex : '');

/** A formula within a line, in TeX; in Markdown between dollar signs that touch it. */
export const Formula = Node.create({
  name: 'formula',
  group: 'inline',
  inline: true,
  atom: true,
  addAttributes: attributes,
  parseHTML: () => [{ tag: 'span[data-tex]' }],
  renderHTML: ({ node, HTMLAttributes }) => ['span', mergeAttributes(HTMLAttributes), texOf(node.attrs)],
  renderText: ({ node }) => texOf(node.attrs),
  markdownTokenizer: {
    name: 'formula',
    level: 'inline',
    start: (source) => source.indexOf('$'),
    tokenize(source) {
      const [raw, tex] = INLINE.exec(source) ?? [];
      return raw === undefined ? undefined : { type: 'formula', raw, tex };
    }
  },
  parseMarkdown: (token) => ({ type: 'formula', attrs: { tex: String(token.tex ?? '') } }),
  renderMarkdown: (node) => (texOf(node.attrs) === '' ? '' : `$${texOf(node.attrs).replace(/\s+/g, ' ').trim()}$`)
});
const INLINE = new RegExp(`^${INLINE_FORMULA.source}`);

/** A formula on lines of its own; in Markdown between two double dollar signs. */
export const FormulaBlock = Node.create({
  name: 'formulaBlock',
  group: 'block',
  atom: true,
  addAttributes: attributes,
  parseHTML: () => [{ tag: 'div[data-tex]' }],
  renderHTML: ({ node, HTMLAttributes }) => ['div', mergeAttributes(HTMLAttributes), texOf(node.attrs)],
  renderText: ({ node }) => texOf(node.attrs),
  markdownTokenizer: {
    name: 'formulaBlock',
    level: 'block',
    start: (source) => source.indexOf('$$'),
    tokenize(source) {
      const [raw, tex] = BLOCK.exec(source) ?? [];
      return raw === undefined ? undefined : { type: 'formulaBlock', raw, tex: tex?.trim() };
    }
  },
  parseMarkdown: (token) => ({ type: 'formulaBlock', attrs: { tex: String(token.tex ?? '') } }),
  renderMarkdown: (node) =>
    `$$\n${texOf(node.attrs)
      .replace(/\n{2,}/g, '\n')
      .trim()}\n$$`
});
const BLOCK = /^\$\$[ \t]*\n((?:(?!\$\$)[^]){1,2000}?)\n\$\$[ \t]*(?:\n|$)/;
