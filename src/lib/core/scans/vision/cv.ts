import type cv from '@techstark/opencv-js';

/** OpenCV, as whoever calls has loaded it: in a worker, or for a test. */
export type Cv = typeof cv;
export type Mat = InstanceType<Cv['Mat']>;

/** Pixels of a photograph, four bytes each. */
export interface Photograph {
  data: Uint8ClampedArray;
  width: number;
  height: number;
}

/** What OpenCV keeps outside of JavaScript's memory, and has to be told to let go. */
interface Held {
  delete(): void;
}

/** Works with what OpenCV holds, and lets it all go at the end, also where the work failed. */
export function clean<T>(work: (own: <H extends Held>(held: H) => H) => T): T {
  const all: Held[] = [];
  try {
    return work((held) => {
      all.push(held);
      return held;
    });
  } finally {
    for (const held of all) held.delete();
  }
}
