import { cut } from '../cut';
import type { JSONContent } from '@tiptap/core';
import { LONGEST_ASKED } from './nodes/prompts';
import { textOf, walk } from './walk';

/** An answer whose question is not asked any more, as it stands at the end of a copy. */
export interface LapsedAnswer {
  id: string;
  asked: string;
  /** Its writer chose that it stays. */
  stays: boolean;
}

/** Answers on a page whose questions its teacher took away. */
export function lapsedOf(page: JSONContent): LapsedAnswer[] {
  const found: LapsedAnswer[] = [];
  walk(page, (node) => {
    if (!isLapsed(node)) return true;
    const { id = '', asked = '', stays = false } = (node.attrs ?? {}) as Partial<LapsedAnswer>;
    found.push({ id, asked, stays });
    return true;
  });
  return found;
}

export const isLapsed = ({ type }: JSONContent): boolean => type === 'lapsed';

/**
 * Whether every lapsed answer is one that stood there before: whoever writes on a copy takes them out and changes their own words in
 * them, and makes none, names none and puts none anywhere else.
 */
export function lapsedWithin(before: JSONContent, after: JSONContent): boolean {
  const known = lapsedOf(before).map(nameOf);
  const now = lapsedOf(after).map(nameOf);
  const atEnd = (after.content ?? []).filter(isLapsed).length === now.length && isAtEnd(after.content ?? []);
  let at = 0;
  const inOrder = now.every((name) => {
    at = known.indexOf(name, at) + 1;
    return at > 0;
  });
  return inOrder && atEnd;
}

/** Behind the first of them stand others alone, and the empty line that every editor wants at the end. */
function isAtEnd(content: readonly JSONContent[]): boolean {
  const first = content.findIndex(isLapsed);
  return first < 0 || content.slice(first).every((node) => isLapsed(node) || isEmptyLine(node));
}
const isEmptyLine = (node: JSONContent) => node.type === 'paragraph' && textOf(node) === '' && !node.content?.length;
const nameOf = ({ id, asked }: LapsedAnswer) => `${id} ${asked}`;

/** An answer that has lost its question. A choice stands there as the words that were chosen. */
export function lapsed(node: JSONContent, asked: string): JSONContent {
  const {
    id,
    options = [],
    chosen = []
  } = (node.attrs ?? {}) as { id?: string; options?: string[]; chosen?: number[] };
  const text = chosen.map((n) => options[n] ?? '').join(', ');
  const words = [{ type: 'paragraph', content: text === '' ? [] : [{ type: 'text', text }] }];
  const content = node.type === 'choice' ? words : node.type === 'entries' ? [node] : node.content;
  return {
    type: 'lapsed',
    attrs: { id: id ?? '', asked: cut(asked, LONGEST_ASKED), stays: false },
    content: content?.length ? content : words
  };
}
