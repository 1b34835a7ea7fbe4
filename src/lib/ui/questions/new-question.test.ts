import { expect, it } from 'vitest';
import { Question, type Question as Kind } from '$core/questions/question';
import { newQuestion, QUESTION_KINDS } from './new-question';

const KINDS = QUESTION_KINDS.map(({ kind }) => kind);

/** As a teacher fills in what is empty. */
const filled = (question: Kind): unknown => {
  const text = (options: Array<{ id: string; text: string }>) => options.map((one, i) => ({ ...one, text: `${i}` }));
  const asked = { ...question, text: 'Which?' };
  switch (asked.kind) {
    case 'choice':
      return { ...asked, options: text(asked.options) };
    case 'match':
      return { ...asked, left: text(asked.left), right: text(asked.right) };
    case 'order':
      return { ...asked, items: text(asked.items) };
    default:
      return asked;
  }
};

it('offers every kind that there is, each once and by a name of its own', () => {
  const all = Question.options.map(({ shape }) => shape.kind.value);
  expect([...KINDS].sort()).toEqual([...all].sort());
  expect(new Set(QUESTION_KINDS.map(({ label }) => label)).size).toBe(all.length);
});

it.each(KINDS)('begins a question of the kind %s that can be kept once its words are there', (kind) => {
  const question = newQuestion(kind);
  expect(Question.safeParse(question).success).toBe(false);
  expect(Question.parse(filled(question))).toMatchObject({ kind, points: '1', optional: false });
});

it('gives everything an id of its own', () => {
  const ids = KINDS.flatMap((kind) => [newQuestion(kind), newQuestion(kind)]).flatMap((question) => {
    const parts = 'options' in question ? question.options : 'items' in question ? question.items : [];
    const pairs = question.kind === 'match' ? [...question.left, ...question.right] : [];
    return [question.id, ...[...parts, ...pairs].map(({ id }) => id)];
  });
  expect(new Set(ids).size).toBe(ids.length);
});

it('pairs what stands beside each other', () => {
  const question = newQuestion('match');
  if (question.kind !== 'match') throw new Error('Another kind.');
  expect(Object.entries(question.key)).toEqual(question.left.map(({ id }, i) => [id, question.right[i]?.id]));
});
