import { plainWords } from './likeness';

/** A question is a line that ends like one, or that is numbered like one. */
const QUESTION = /\?\s*$|^\s*(?:(?:question|task)\s*\d+|\d{1,2}[.)]|[a-h]\))\s+\S/i;

/** Lines of questions in what was handed out, in their order. */
export function questionsOf(handout: string): string[] {
  return handout
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => QUESTION.test(line) && plainWords(line).length > 1);
}

/**
 * Questions of a handout that the student's text left without an answer: between a question and the next one stands what
 * stood there when it was handed out. A question that is not in the text any more is not spoken of.
 *
 * @returns the questions, as they were handed out
 */
export function unanswered(handout: string, own: string): string[] {
  const questions = questionsOf(handout);
  const before = afterEach(questions, handout);
  const now = afterEach(questions, own);
  return questions.filter((question) => {
    const there = now.get(question);
    return there !== undefined && there === before.get(question);
  });
}

/** The words that follow each question, up to the next question. */
function afterEach(questions: readonly string[], text: string): Map<string, string> {
  const keys = new Map(questions.map((question) => [plainWords(question).join(' '), question]));
  const said = new Map<string, string[]>();
  let open: string[] | null = null;
  for (const line of text.split('\n')) {
    const words = plainWords(line);
    const question = keys.get(words.join(' ')) ?? begins(keys, words);
    if (question !== undefined && !said.has(question)) {
      open = words.slice(plainWords(question).length);
      said.set(question, open);
    } else open?.push(...words);
  }
  return new Map([...said].map(([question, words]) => [question, words.join(' ')]));
}

/** An answer may go on in the line of its question. */
function begins(keys: ReadonlyMap<string, string>, words: readonly string[]): string | undefined {
  const line = words.join(' ');
  for (const [key, question] of keys) if (line.startsWith(`${key} `)) return question;
  return undefined;
}
