import { stat } from 'node:fs/promises';
import { FilePathSource, FilePathTarget } from 'mediabunny';
import { cutTogether } from '$core/recordings/cut';
import type { Passage } from '$core/recordings/passages';

/**
 * Puts the files of a recording together, from disk to disk: a long one is never in memory as a whole. At most twice what
 * there was is written, whatever passages are asked for.
 */
export async function putRecordingTogether(recording: {
  parts: readonly string[];
  passages: readonly Passage[] | null;
  into: string;
}): Promise<void> {
  const most = (await Promise.all(recording.parts.map((path) => stat(path)))).reduce(
    (sum, { size }) => sum + 2 * size,
    0
  );
  const sources = recording.parts.map((path) => new FilePathSource(path));
  await cutTogether(sources, recording.passages, new FilePathTarget(recording.into), most);
}
