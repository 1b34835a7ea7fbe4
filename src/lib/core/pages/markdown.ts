import type { JSONContent } from '@tiptap/core';
import { MarkdownManager } from '@tiptap/markdown';
import { Marked } from 'marked';
import { pageExtensions } from './extensions';

/** A page as Markdown: CommonMark with tables and checklists, formulas between dollar signs, inline notes. */
export function toMarkdown(page: JSONContent): string {
  const text = manager().serialize(shielded(page)).replaceAll(SHIELD, '\\$').trim();
  return text === '' ? '' : `${text.replace(/\n{3,}/g, '\n\n')}\n`;
}

/** Markdown as a page. */
export function fromMarkdown(markdown: string): JSONContent {
  const page = manager().parse(markdown.replaceAll('\r\n', '\n'));
  return page.content?.length ? page : EMPTY;
}

/** A page on which nothing stands. */
export const EMPTY: JSONContent = { type: 'doc', content: [{ type: 'paragraph' }] };

let made: MarkdownManager | null = null;
/** What it knows of formulas and notes it tells a reader of its own: other Markdown has none. */
const manager = () =>
  (made ??= new MarkdownManager({ extensions: pageExtensions(), marked: new Marked() as unknown as Reader }));
type Reader = NonNullable<NonNullable<ConstructorParameters<typeof MarkdownManager>[0]>['marked']>;

/** Stands for a dollar sign that begins no formula, while the page is written down. */
const SHIELD = '\uE000';

function shielded(node: JSONContent): JSONContent {
  if (node.type === 'codeBlock') return node;
  if (node.type === 'text' && node.text?.includes('$') && !node.marks?.some(({ type }) => type === 'code'))
    return { ...node, text: node.text.replaceAll('$', SHIELD) };
  return node.content ? { ...node, content: node.content.map(shielded) } : node;
}
