let asked = 0;

/**
 * Asks a worker that answers many questions, each by its number.
 *
 * @param question what the worker reads beside the number `no`
 * @returns its answer, which bears the same number
 * @throws Error when the worker itself fails
 */
export function askWorker<A extends object>(worker: Worker, question: object): Promise<A> {
  const no = ++asked;
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
