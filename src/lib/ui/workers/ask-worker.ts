/**
 * A worker that answers many questions, each by its number. It is made at the first question; after one that it failed
 * over the next gets a new one.
 *
 * @param make makes it. Its address has to stand there in full, so that the build finds it
 * @returns asks it: `question` is what it reads beside the number `no`; its answer bears the same number. Throws an Error
 *   when the worker itself fails
 */
export function askable(make: () => Worker): <A extends object>(question: object) => Promise<A> {
  let worker: Worker | null = null;
  return async <A extends object>(question: object) => {
    const asked = (worker ??= make());
    try {
      return await ask<A>(asked, question);
    } catch (error) {
      if (worker === asked) worker = null;
      throw error;
    }
  };
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
