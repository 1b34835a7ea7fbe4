/** Asks a worker questions. */
export interface Askable {
  /**
   * @param question what it reads beside the number `no`; its answer bears the same number
   * @throws Error when the worker itself fails, or its script could not be fetched
   */
  <A extends object>(question: object): Promise<A>;
  /** Makes it now, so that its script is here before the line can break. */
  begin(): void;
}

/**
 * A worker that answers many questions, each by its number. It is made at the first question; after one that it failed
 * over the next gets a new one.
 *
 * @param make makes it. Its address has to stand there in full, so that the build finds it
 */
export function askable(make: () => Worker): Askable {
  let worker: Worker | null = null;
  const present = () => {
    if (worker) return worker;
    const made = make();
    // Also one that nobody has asked yet.
    made.addEventListener('error', () => {
      if (worker === made) worker = null;
    });
    return (worker = made);
  };
  const asking = <A extends object>(question: object) => ask<A>(present(), question);
  return Object.assign(asking, { begin: () => void present() });
}

/**
 * The answer of a worker that says where it could not give one (`workers/answering.ts`).
 *
 * @param refusal what is thrown then
 */
export async function answerOf<A>(said: Promise<{ answer: A } | { failed: true }>, refusal: Error): Promise<A> {
  const given = await said;
  if ('failed' in given) throw refusal;
  return given.answer;
}

let questions = 0;

function ask<A extends object>(worker: Worker, question: object): Promise<A> {
  const no = ++questions;
  return new Promise((resolve, reject) => {
    const hear = new AbortController();
    const { signal } = hear;
    const answer = ({ data }: MessageEvent<A & { no: number }>) => {
      if (data.no !== no) return;
      hear.abort();
      resolve(data);
    };
    const fail = () => {
      hear.abort();
      reject(new Error('A worker failed.'));
    };
    worker.addEventListener('message', answer, { signal });
    worker.addEventListener('error', fail, { signal });
    worker.postMessage({ no, ...question });
  });
}
