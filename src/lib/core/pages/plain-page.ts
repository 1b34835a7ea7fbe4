import type { JSONContent } from '@tiptap/core';
import { MOST_ELEMENTS } from './bounds';

/** A text as a page of paragraphs, a line each, with nothing read into it. What is more than a page holds stands in the last one. */
export function plainPage(text: string): JSONContent {
  const lines = text.split('\n');
  const most = Math.floor(MOST_ELEMENTS / 3);
  const shown = lines.length > most ? [...lines.slice(0, most - 1), lines.slice(most - 1).join(' ')] : lines;
  const content = shown.map((line) => ({
    type: 'paragraph',
    ...(line !== '' && { content: [{ type: 'text', text: line }] })
  }));
  return { type: 'doc', content };
}
