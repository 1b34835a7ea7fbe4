import { cut } from '../cut';
import type { JSONContent } from '@tiptap/core';
import { isLapsed, lapsed } from './lapsed';
import { has, HEADS, isPrompt, textOf, walk } from './walk';

/** Something that a starter asks, and whether it is answered. */
export interface Prompt {
  id: string;
  /** The words before it. */
  label: string;
  optional: boolean;
  answered: boolean;
}

/** What a page asks, in its order. */
export function promptsOf(page: JSONContent): Prompt[] {
  const found: Prompt[] = [];
  let label = '';
  walk(page, (node) => {
    if (isLapsed(node)) return false;
    if (HEADS.has(node.type ?? '')) label = textOf(node) || label;
    if (!isPrompt(node)) return true;
    const { id, optional } = (node.attrs ?? {}) as { id?: string; optional?: boolean };
    found.push({
      id: id ?? '',
      label: cut(label, 200) || 'Your answer',
      optional: optional === true,
      answered: isAnswered(node)
    });
    // What stands within an answer is no question.
    return false;
  });
  return found;
}

/** What of a page only its teacher changes: everything but what was answered, and answers that have lost their question. Two pages with the same one differ in answers alone. */
export function frameOf(page: JSONContent): string {
  const bare = (node: JSONContent): JSONContent => {
    const { type, attrs, content, text, marks } = node;
    switch (type) {
      case 'answer':
        return { type, attrs };
      case 'choice':
        return { type, attrs: { ...attrs, chosen: [] } };
      case 'entries':
        return { type, attrs };
      default:
        return {
          type,
          ...(attrs && { attrs }),
          ...(text !== undefined && { text }),
          ...(marks?.length && { marks: marks.map(markOf) }),
          ...(content && { content: content.filter((child) => !isLapsed(child)).map(bare) })
        };
    }
  };
  return JSON.stringify(bare(page), sorted);
}

/** What is answered beyond what a starter allows: more entries than a strict one takes. */
export function beyond(page: JSONContent): boolean {
  let too = false;
  walk(page, (node) => {
    const { strict, expected } = (node.attrs ?? {}) as { strict?: boolean; expected?: number | null };
    if (node.type === 'entries' && strict === true && typeof expected === 'number')
      too ||= (node.content?.length ?? 0) > expected;
    return true;
  });
  return too;
}

/**
 * A starter as it is now, with the answers of a copy of an earlier one.
 *
 * @returns the page; and which questions with an answer are not asked any more: what was answered to them stands at its end
 */
export function withAnswers(starter: JSONContent, copy: JSONContent): { page: JSONContent; left: string[] } {
  const answers = new Map<string, JSONContent>();
  const labels = new Map(promptsOf(copy).map(({ id, label }) => [id, label]));
  walk(copy, (node) => {
    if (isLapsed(node)) return false;
    if (!isPrompt(node)) return true;
    if (isAnswered(node)) answers.set(String(node.attrs?.id), node);
    return false;
  });
  // What is asked again gets back what was answered to it.
  const before = new Map((copy.content ?? []).filter(isLapsed).map((node) => [String(node.attrs?.id), node]));
  const asked = new Set<string>();
  const fill = (node: JSONContent): JSONContent => {
    const id = String(node.attrs?.id);
    const answer = isPrompt(node) ? answers.get(id) : undefined;
    const filled = answer && filledIn(node, answer);
    if (filled) answers.delete(id);
    const again = answer === undefined && node.type === 'answer' ? before.get(id) : undefined;
    if (again) {
      asked.add(id);
      return { ...node, content: again.content ?? [] };
    }
    return filled ?? (node.content ? { ...node, content: node.content.map(fill) } : node);
  };
  const page = fill(starter);
  const lost = [...answers].map(([id, node]) => lapsed(node, labels.get(id) ?? ''));
  const still = (copy.content ?? []).filter((node) => isLapsed(node) && !asked.has(String(node.attrs?.id)));
  const content = [...(page.content ?? []), ...still, ...lost];
  return { page: { ...page, content }, left: [...answers.keys()].map((id) => labels.get(id) ?? '') };
}

/**
 * A document with a place for an answer wherever it seems to ask something: after questions and numbered tasks behind which
 * nothing is written, in empty boxes of tables, below headings with nothing below them.
 *
 * @param newId names each place
 */
export function recognised(page: JSONContent, newId: () => string): JSONContent {
  const answer = (): JSONContent => ({
    type: 'answer',
    attrs: { id: newId(), optional: false },
    content: [{ type: 'paragraph' }]
  });
  const within = (node: JSONContent): JSONContent => {
    if (node.type === 'tableCell' && textOf(node) === '' && !has(node, 'image'))
      return { ...node, content: [answer()] };
    const content = node.content?.map(within);
    const numbered = node.type === 'orderedList';
    return {
      ...node,
      ...(content && {
        content: numbered
          ? content.map((item) =>
              /\?$/.test(textOf(item)) ? { ...item, content: [...(item.content ?? []), answer()] } : item
            )
          : content
      })
    };
  };
  const blocks = (page.content ?? []).map(within);
  const content = blocks.flatMap((block, i): JSONContent[] => {
    const next = blocks[i + 1];
    const placed = next !== undefined && isPrompt(next);
    return placed || !asks(block, next) ? [block] : [block, answer()];
  });
  return { ...page, content: content.filter((block, i) => !(isEmpty(block) && isPrompt(content[i - 1] ?? {}))) };
}

const QUESTION = /\?\s*$|^\s*(?:(?:question|task|part)\s*\d+|\d{1,2}[.)]|[a-h]\))\s+\S/i;

function asks(block: JSONContent, next: JSONContent | undefined): boolean {
  const text = textOf(block);
  if (block.type === 'paragraph') return QUESTION.test(text) && (text.match(/[\p{L}\p{N}]+/gu)?.length ?? 0) > 1;
  if (block.type === 'heading') return next === undefined || next.type === 'heading' || isEmpty(next);
  if (block.type === 'orderedList') return block.content?.length === 1 && !has(block, 'answer');
  return false;
}

const isEmpty = (node: JSONContent): boolean =>
  node.type === 'paragraph' && textOf(node) === '' && !has(node, 'formula');

function isAnswered({ type, attrs, content = [] }: JSONContent): boolean {
  if (type === 'choice') return Array.isArray(attrs?.chosen) && attrs.chosen.length > 0;
  if (type === 'entries') {
    const expected = typeof attrs?.expected === 'number' ? attrs.expected : 1;
    return (
      content.length >= expected &&
      content.every(
        (entry) =>
          textOf(entry) !== '' || Object.values((entry.attrs?.values ?? {}) as object).some((said) => said !== '')
      )
    );
  }
  return content.some(
    (block) => textOf(block) !== '' || has(block, 'image') || has(block, 'formula') || has(block, 'formulaBlock')
  );
}

/** The place with what was answered; null where that is an answer of another kind. */
function filledIn(place: JSONContent, answer: JSONContent): JSONContent | null {
  if (place.type !== answer.type) return null;
  if (place.type !== 'choice') return { ...place, content: answer.content ?? [] };
  const [now, before] = [place.attrs?.options as string[], answer.attrs?.options as string[]];
  const chosen = ((answer.attrs?.chosen ?? []) as number[]).map((n) => now.indexOf(before[n] ?? ''));
  return chosen.includes(-1) ? null : { ...place, attrs: { ...place.attrs, chosen } };
}

const markOf = ({ type, attrs }: { type: string; attrs?: Record<string, unknown> }) => ({
  type,
  ...(attrs && Object.keys(attrs).length > 0 && { attrs })
});

/** The same whatever order its parts were written down in. */
function sorted(_: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value;
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)));
}
