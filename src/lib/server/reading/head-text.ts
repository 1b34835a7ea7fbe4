import { createReadStream } from 'node:fs';
import { decodeText } from '$core/materials/text-encoding';

/** What is shown of a text in place; the rest is read as a download. */
const TEXT_BYTES = 200_000;

/** The beginning of a text file, in whichever encoding it is written. `more` where it goes on. */
export async function headText(path: string, most = TEXT_BYTES): Promise<{ text: string; more: boolean }> {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(path, { start: 0, end: most })) chunks.push(chunk as Buffer);
  const bytes = Buffer.concat(chunks);
  const more = bytes.length > most;
  return { text: decodeText(bytes.subarray(0, most), !more), more };
}
