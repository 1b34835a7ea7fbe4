import type { JSONContent } from '@tiptap/core';
import { isPrompt, textOf, walk } from './walk';

/** What was read of a copy of a starter that was filled in elsewhere. */
export interface ReadBack {
  /** What is answered, by the name of its place: blocks, or which options are chosen. */
  answers: Map<string, { content: JSONContent[] } | { chosen: number[] }>;
  /** Names of the places of which nothing could be read for certain. */
  unclear: string[];
}

/**
 * Reads what a document answers that was made from a starter: what stands between the words before a place and the words behind it.
 * Whoever moved or rewrote these words is told which answers could not be found; nothing is guessed.
 *
 * @param starter the page with its places, answered or not
 * @param brought the document as a page
 */
export function readBack(starter: JSONContent, brought: JSONContent): ReadBack {
  const asked = flat(starter);
  const said = flat(brought);
  const read: ReadBack = { answers: new Map(), unclear: [] };
  let from = 0;
  for (const [i, { node }] of asked.entries()) {
    if (!isPrompt(node)) continue;
    const id = String(node.attrs?.id ?? '');
    const before = nearest(asked.slice(0, i).reverse());
    const after = nearest(asked.slice(i + 1));
    const start = before === null ? from - 1 : find(said, before, from);
    const end = after === null ? said.length : find(said, after, start + 1);
    const found = (before !== null && start === -1) || end === -1 ? null : between(said, { start, end, before });
    const answer = found && answerOf(node, found);
    if (answer) read.answers.set(id, answer);
    else if (found === null || node.type !== 'answer') read.unclear.push(id);
    if (found !== null) from = Math.max(from, start);
  }
  return read;
}

/** A page with what was read in its places. */
export function withRead(page: JSONContent, { answers }: Pick<ReadBack, 'answers'>): JSONContent {
  if (!isPrompt(page))
    return page.content ? { ...page, content: page.content.map((node) => withRead(node, { answers })) } : page;
  const answer = answers.get(String(page.attrs?.id ?? ''));
  if (!answer) return page;
  return 'content' in answer ? { ...page, content: answer.content } : { ...page, attrs: { ...page.attrs, ...answer } };
}

/** A block without blocks in it, with the list or table of the page in which it stands. */
interface Leaf {
  node: JSONContent;
  text: string;
  whole: JSONContent;
}

const HOLDERS = new Set(['bulletList', 'orderedList', 'taskList', 'listItem', 'blockquote', 'teachersPart', 'section']);
const TABLES = new Set(['table', 'tableRow', 'tableCell', 'tableHeader']);

function flat(page: JSONContent): Leaf[] {
  const leaves: Leaf[] = [];
  const into = (node: JSONContent, whole: JSONContent) => {
    const type = node.type ?? '';
    if (HOLDERS.has(type) || TABLES.has(type)) node.content?.forEach((child) => into(child, whole));
    else leaves.push({ node, text: plain(isPrompt(node) ? '' : textOf(node)), whole });
  };
  page.content?.forEach((node) => into(node, node));
  return leaves;
}

const plain = (text: string): string =>
  (
    text
      .normalize('NFC')
      .toLocaleLowerCase('en')
      .match(/[\p{L}\p{N}]+/gu) ?? []
  ).join(' ');

/** The words that stand nearest, up to the next place: there the answers of both meet. */
function nearest(leaves: readonly Leaf[]): string | null {
  for (const { node, text } of leaves) {
    if (isPrompt(node)) return null;
    if (text !== '') return text;
  }
  return null;
}

const find = (leaves: readonly Leaf[], text: string, from: number): number =>
  leaves.findIndex((leaf, i) => i >= from && (leaf.text === text || leaf.text.startsWith(`${text} `)));

interface Range {
  start: number;
  end: number;
  before: string | null;
}

function between(leaves: readonly Leaf[], { start, end, before }: Range): Leaf[] {
  const inside = leaves.slice(start + 1, end);
  const first = leaves[start];
  // An answer may go on in the line of its question.
  const rest = first && before !== null && first.text !== before ? behind(first.node, before) : null;
  return (rest ? [{ node: rest, text: plain(textOf(rest)), whole: rest }, ...inside] : inside).filter(
    ({ node, text }) =>
      (text !== '' && !EMPTY.has(text)) ||
      node.type === 'image' ||
      node.type === 'formulaBlock' ||
      node.type === 'taskItem'
  );
}
/** What we write where nothing is answered. */
const EMPTY: ReadonlySet<string> = new Set(['not answered', 'left empty']);

/** What stands in a block behind so many words of its question. */
function behind(node: JSONContent, question: string): JSONContent | null {
  const text = textOf(node);
  const skipped = question.split(' ').length;
  const words = [...text.matchAll(/[\p{L}\p{N}]+/gu)];
  const at = words[skipped]?.index;
  return at === undefined ? null : { type: 'paragraph', content: [{ type: 'text', text: text.slice(at) }] };
}

function answerOf(place: JSONContent, found: Leaf[]): { content: JSONContent[] } | { chosen: number[] } | null {
  if (place.type === 'choice') return chosenIn(place, found);
  if (place.type !== 'answer' || found.length === 0) return null;
  const content: JSONContent[] = [];
  const inside = new Set(found.map(({ node }) => node));
  for (const { node, whole } of found) {
    // A list that is answer from its first to its last line stays a list.
    const entire = whole !== node && !TABLES.has(whole.type ?? '') && leavesOf(whole).every((leaf) => inside.has(leaf));
    const block = entire ? whole : node.type === 'heading' ? { ...node, type: 'paragraph', attrs: undefined } : node;
    if (content.at(-1) !== block) content.push(block);
  }
  return { content };
}

function leavesOf(whole: JSONContent): JSONContent[] {
  const leaves: JSONContent[] = [];
  walk(whole, (node) => {
    if (HOLDERS.has(node.type ?? '')) return true;
    leaves.push(node);
    return false;
  });
  return leaves;
}

/** Options that are ticked: by a tick of a list, or by one that stands before the words. */
function chosenIn(place: JSONContent, found: readonly Leaf[]): { chosen: number[] } | null {
  const { options = [], several = false } = (place.attrs ?? {}) as { options?: string[]; several?: boolean };
  const chosen = found.flatMap(({ node, text }) => {
    const ticked = node.type === 'taskItem' ? node.attrs?.checked === true : /^\s*(?:[☑☒✓✔]|\[x\])/i.test(textOf(node));
    const at = options.findIndex((option) => plain(option) === text || `x ${plain(option)}` === text);
    return ticked && at >= 0 ? [at] : [];
  });
  return chosen.length > 0 && (several || chosen.length === 1) ? { chosen: chosen.sort((a, b) => a - b) } : null;
}
