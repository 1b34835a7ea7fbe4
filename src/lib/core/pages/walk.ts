import type { JSONContent } from '@tiptap/core';

/** Goes through a page in its order. @param visit says whether to look inside */
export function walk(node: JSONContent, visit: (node: JSONContent) => boolean): void {
  if (visit(node)) node.content?.forEach((child) => walk(child, visit));
}

/** Where something is asked. */
const PROMPTS = new Set(['answer', 'choice', 'entries']);
export const isPrompt = ({ type }: JSONContent): boolean => PROMPTS.has(type ?? '');

/** What can stand before a part of a page and say what it is about. */
export const HEADS: ReadonlySet<string> = new Set(['heading', 'paragraph', 'listItem', 'tableHeader', 'tableCell']);

/** The words of a part, without those of the places in it. */
export function textOf(node: JSONContent): string {
  if (node.type === 'text') return (node.text ?? '').trim();
  return (node.content ?? [])
    .filter((child) => !isPrompt(child))
    .map(textOf)
    .filter(Boolean)
    .join(' ');
}

export const has = (node: JSONContent, type: string): boolean =>
  node.type === type || (node.content ?? []).some((child) => has(child, type));
