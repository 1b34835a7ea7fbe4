/// <reference lib="webworker" />
/** What differs between two pieces, away from the page's thread: long texts take a while. */
import type { Comparable } from '$core/rounds/comparable';
import { differences } from '$core/rounds/differences';

self.onmessage = ({ data }: MessageEvent<{ no: number; before: Comparable; after: Comparable }>) => {
  const { no, before, after } = data;
  self.postMessage({ no, found: differences(before, after) });
};
