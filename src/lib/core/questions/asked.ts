import type { Asked, Option, Question } from './question';

/**
 * Questions as those have them who answer: nothing in them tells what is right, not even the order in which it was written.
 *
 * @param seed whose they are: the same person always finds them the same way
 */
export const asked = (questions: readonly Question[], seed: string): Asked[] => questions.map((one) => ask(one, seed));

function ask(question: Question, seed: string): Asked {
  const { id, text, points, optional, picture } = question;
  const base = { id, text, points, optional, picture };
  switch (question.kind) {
    case 'choice':
      return { ...base, kind: 'choice', options: question.options, several: question.several };
    case 'text':
      return { ...base, kind: 'text', long: question.long };
    case 'number':
      return { ...base, kind: 'number', unit: question.unit };
    case 'match':
      return { ...base, kind: 'match', left: question.left, right: shuffled(question.right, `${seed} ${id}`) };
    case 'order':
      return { ...base, kind: 'order', items: shuffled(question.items, `${seed} ${id}`) };
    case 'spot':
      return { ...base, kind: 'spot' };
  }
}

/** In an order that its seed decides, and that is never the one it was in where there is another. */
export function shuffled(items: readonly Option[], seed: string): Option[] {
  const keyed = items
    .map((item) => ({ item, at: hash(`${seed} ${item.id}`) }))
    .sort((a, b) => a.at - b.at || (a.item.id < b.item.id ? -1 : 1));
  const order = keyed.map(({ item }) => item);
  const same = order.every((item, i) => item === items[i]);
  return same && order.length > 1 ? [...order.slice(1), order[0] as Option] : order;
}

/** FNV-1a, 32 bits: spread enough for an order, and the same everywhere. */
function hash(text: string): number {
  let value = 0x811c9dc5;
  for (const letter of text) value = Math.imul(value ^ (letter.codePointAt(0) ?? 0), 0x01000193) >>> 0;
  return value;
}
