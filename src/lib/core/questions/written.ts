import type { JSONContent } from '@tiptap/core';
import { fromMarkdown, toMarkdown } from '../pages/markdown';
import type { Answer, Answers, Asked, Option } from './question';
import { spotIn, spotWords } from './spot';

/** Whether a question has an answer. */
export function isAnswered(question: Asked, answer: Answer | undefined): boolean {
  if (answer === undefined) return false;
  if (typeof answer === 'string') return answer.trim() !== '';
  if (Array.isArray(answer)) return answer.length > 0;
  return question.kind === 'match' && question.left.every(({ id }) => answer[id] !== undefined);
}

/** An answer that such a question can have; anything else is refused. */
export function fitsQuestion(question: Asked, answer: Answer): boolean {
  switch (question.kind) {
    case 'choice':
      return Array.isArray(answer) && among(question.options, answer) && (question.several || answer.length <= 1);
    case 'order':
      return (
        Array.isArray(answer) && among(question.items, answer) && [0, question.items.length].includes(answer.length)
      );
    case 'match':
      return fitsPairs(question, answer);
    case 'number':
      return typeof answer === 'string' && answer.length <= 100;
    case 'text':
      return typeof answer === 'string';
    case 'spot':
      return answer === '' || spotIn(answer) !== null;
  }
}

const fitsPairs = (question: Extract<Asked, { kind: 'match' }>, answer: Answer): boolean =>
  typeof answer === 'object' &&
  !Array.isArray(answer) &&
  among(question.left, Object.keys(answer)) &&
  Object.values(answer).every((id) => question.right.some((option) => option.id === id));

const among = (options: readonly Option[], ids: readonly string[]): boolean =>
  new Set(ids).size === ids.length && ids.every((id) => options.some((option) => option.id === id));

/** Questions and answers as a page, which any program opens: what a round freezes, and what checks and readers know of it. */
export function answersMarkdown(questions: readonly Asked[], answers: Answers): string {
  const content = questions.flatMap((question, i): JSONContent[] => {
    const [head = { type: 'paragraph' }, ...more] = fromMarkdown(question.text).content ?? [];
    const number: JSONContent = { type: 'text', text: `${i + 1}. ` };
    const heading = { type: 'heading', attrs: { level: 3 }, content: [number, ...(head.content ?? [])] };
    return [
      head.type === 'paragraph' ? heading : { ...heading, content: [number] },
      ...(head.type === 'paragraph' ? more : [head, ...more]),
      ...(question.picture
        ? [{ type: 'image', attrs: { src: question.picture.name, alt: question.picture.alt } }]
        : []),
      part(question, answers[question.id])
    ];
  });
  return toMarkdown({ type: 'doc', content });
}

function part(question: Asked, answer: Answer | undefined): JSONContent {
  const { id, optional } = question;
  if (question.kind === 'choice') {
    const { several, options } = question;
    const chosen = Array.isArray(answer)
      ? answer.map((one) => options.findIndex((option) => option.id === one)).sort((a, b) => a - b)
      : [];
    return { type: 'choice', attrs: { id, optional, several, options: options.map(({ text }) => text), chosen } };
  }
  const lines = linesOf(question, answer);
  const content = lines.map((line) => ({
    type: 'paragraph',
    content: line === '' ? [] : [{ type: 'text', text: line }]
  }));
  return { type: 'answer', attrs: { id, optional }, content: content.length > 0 ? content : [{ type: 'paragraph' }] };
}

/** An answer in words, a line for each part of it. */
export function linesOf(question: Asked, answer: Answer | undefined): string[] {
  if (answer === undefined) return [];
  const named = (options: readonly Option[], id: string | undefined) =>
    options.find((option) => option.id === id)?.text ?? '';
  switch (question.kind) {
    case 'text':
      return typeof answer === 'string' ? answer.split('\n') : [];
    case 'number':
      return typeof answer === 'string' && answer.trim() !== '' ? [`${answer.trim()} ${question.unit}`.trim()] : [];
    case 'match':
      return typeof answer === 'object' && !Array.isArray(answer)
        ? question.left
            .filter(({ id }) => answer[id] !== undefined)
            .map(({ id, text }) => `${text} → ${named(question.right, answer[id])}`)
        : [];
    case 'order':
      return Array.isArray(answer) ? answer.map((id, i) => `${i + 1}. ${named(question.items, id)}`) : [];
    case 'choice':
      return Array.isArray(answer) ? answer.map((id) => named(question.options, id)) : [];
    case 'spot': {
      const at = spotIn(answer);
      return at ? [spotWords(at)] : [];
    }
  }
}
