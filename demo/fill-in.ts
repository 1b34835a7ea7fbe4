import type { JSONContent } from '@tiptap/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import type { Evidence } from '../src/lib/core/pages/evidence';
import { correction, merged, pageOf } from '../src/lib/core/pages/merge';
import type { Actor } from '../src/lib/core/people/policy';
import { QuestionSet, type Answers, type Question } from '../src/lib/core/questions/question';
import { keepQuestions } from '../src/lib/server/assignments/questions';
import { keepStarter } from '../src/lib/server/assignments/starter';
import { addEvidence } from '../src/lib/server/gathering/add-evidence';
import { beginAnswers, keepAnswers } from '../src/lib/server/gathering/answer-questions';
import { beginPage, keepPage, readPage } from '../src/lib/server/gathering/write-page';
import { readShelf } from '../src/lib/server/shelf/read-shelf';
import type { dice } from './classmates';
import { DEMO, type Filled } from './read-world';

/** A place with what its teacher prepared for it: files of demo/prepared. */
export interface PreparedPlace {
  id: string;
  title: string;
  starter?: string | undefined;
  questions?: string | undefined;
}

/** Prepares a place as its files say. */
export async function prepare(teacher: Actor, assignmentId: string, place: PreparedPlace): Promise<void> {
  const at = { assignmentId, deliverableId: place.id };
  const kept = [
    place.starter && (await keepStarter(teacher, at, { text: prepared(place.starter), known: 0 })),
    place.questions && (await keepQuestions(teacher, at, { ...setOf(place.questions), known: 0 }))
  ];
  for (const one of kept) if (typeof one === 'object' && !one.ok) throw new Error(`${place.title}: ${one.why}`);
}

/** Begins a copy of a place's starter and answers it as far as there are answers. */
export async function fillStarter(
  student: Actor,
  assignmentId: string,
  place: PreparedPlace,
  { name, answers }: { name: string; answers: Filled }
) {
  const begun = await beginPage(student, {
    assignmentId,
    deliverableId: place.id,
    name,
    key: `demo ${name}`.slice(0, 50)
  });
  if (!begun.ok) return begun;
  const piece = { assignmentId, pieceId: begun.pieceId };
  const { page } = await readPage(student, { ...piece, since: null });
  const doc = merged(page.updates);
  const left = [...answers];
  const fill = async (node: JSONContent): Promise<JSONContent> => {
    if (node.type !== 'answer' && node.type !== 'entries')
      return node.content ? { ...node, content: await inOrder(node.content, fill) } : node;
    const said = left.shift();
    if (said === undefined) return node;
    if (typeof said === 'string') return said === '' ? node : { ...node, content: paragraphs(said) };
    const content = await inOrder(said, async ({ values, shownBy, words }, i) => {
      const evidence = shownBy === undefined ? [] : [await shown(student, piece, shownBy)];
      return { type: 'entry', attrs: { id: `entry-${i}`, values, evidence }, content: paragraphs(words) };
    });
    return { ...node, content };
  };
  const update = correction(doc, await fill(pageOf(doc)));
  return keepPage(student, { ...piece, began: page.began, since: page.seq, update, over: true });
}

/** The same, with dates for the days that a story names as it names all moments. */
export function dated(said: Filled, when: (text: string) => number): Filled {
  const day = (text: string) => new Date(when(`${text} 12:00`)).toISOString().slice(0, 10);
  return said.map((one) =>
    typeof one === 'string'
      ? one
      : one.map((entry) => {
          const { date, ...values } = entry.values;
          return { ...entry, values: date === undefined ? values : { date: day(date), ...values } };
        })
  );
}

/** Answers the questions of a place, well or less so. */
export async function answerQuestions(
  student: Actor,
  assignmentId: string,
  place: PreparedPlace,
  { name, chance }: { name: string; chance: ReturnType<typeof dice> }
) {
  const key = `demo ${name}`.slice(0, 50);
  const begun = await beginAnswers(student, { assignmentId, deliverableId: place.id, name, key });
  if (!begun.ok) return begun;
  const { questions } = setOf(place.questions ?? '');
  const answers: Answers = Object.fromEntries(questions.map((question) => [question.id, answerTo(question, chance)]));
  return keepAnswers(student, { assignmentId, pieceId: begun.pieceId, answers, over: true });
}

/** The answer that is right, or nearly so. */
function answerTo(question: Question, chance: () => number): string | string[] | Record<string, string> {
  const right = chance() < 0.7;
  switch (question.kind) {
    case 'choice':
      return right ? question.key : [question.options[Math.floor(chance() * question.options.length)]?.id ?? ''];
    case 'number':
      return String(Math.round((Number(question.key) + (right ? 0 : chance())) * 100) / 100);
    case 'match':
      return question.key;
    case 'order': {
      const ids = question.items.map(({ id }) => id);
      return right ? ids : ids.reverse();
    }
    case 'spot':
      return '500,500';
    case 'text':
      return 'Where one value is far off, and would speak for all of them.';
  }
}

/** A file of theirs, as evidence of the page. */
async function shown(
  student: Actor,
  piece: { assignmentId: string; pieceId: string },
  name: string
): Promise<Evidence> {
  const { files } = await readShelf(student, { search: name });
  const added = await addEvidence(student, piece, { fileId: files[0]?.id ?? '' });
  if (!added.ok) throw new Error(`${name} was refused: ${added.why}`);
  return added.evidence;
}

const prepared = (file: string) => readFileSync(join(DEMO, 'prepared', file), 'utf8');
const setOf = (file: string) => QuestionSet.parse(parse(prepared(file)));
const paragraphs = (text: string): JSONContent[] =>
  text.split('\n').map((line) => ({ type: 'paragraph', content: line === '' ? [] : [{ type: 'text', text: line }] }));

async function inOrder<T, R>(items: readonly T[], work: (item: T, i: number) => Promise<R>): Promise<R[]> {
  const done: R[] = [];
  for (const [i, item] of items.entries()) done.push(await work(item, i));
  return done;
}
