import type { CombineNews, CombineOrder } from '../../workers/combine';

/** Work under way in a worker of its own. */
export interface Combining {
  /** Rejects with `Unusable` where a part cannot be read, and when it is cancelled. */
  done: Promise<{ blob: Blob; pages: number }>;
  cancel(): void;
}

/** A part that cannot go in: the n-th, from 0. */
export class Unusable extends Error {
  constructor(
    readonly why: 'locked' | 'unreadable',
    readonly part: number
  ) {
    super(why);
  }
}

/**
 * Combines or shrinks in a worker.
 *
 * @param onProgress share that is done, 0 to 1
 */
export function combine(order: CombineOrder, onProgress: (share: number) => void): Combining {
  const worker = new Worker(new URL('../../workers/combine.ts', import.meta.url), { type: 'module', name: 'combine' });
  let stop: (error: Error) => void = () => undefined;
  const done = new Promise<{ blob: Blob; pages: number }>((resolve, reject) => {
    stop = reject;
    worker.onmessage = ({ data }: MessageEvent<CombineNews>) => {
      if ('blob' in data) resolve(data);
      else if ('failed' in data) reject(new Unusable(data.failed, data.part));
      else onProgress(data.done / data.of);
    };
    worker.onerror = () => reject(new Unusable('unreadable', 0));
    worker.postMessage(order);
  }).finally(() => worker.terminate());
  return { done, cancel: () => stop(new Error('Cancelled.')) };
}
