/// <reference lib="webworker" />
/**
 * Has this worker answer questions by their number; one that it cannot answer says so, and the next is answered all the same.
 *
 * @param answer gives it, or throws
 */
export function answering<Q>(answer: (question: Q) => Promise<unknown>): void {
  self.onmessage = async ({ data }: MessageEvent<Q & { no: number }>) => {
    try {
      self.postMessage({ no: data.no, answer: await answer(data) });
    } catch {
      self.postMessage({ no: data.no, failed: true });
    }
  };
}
