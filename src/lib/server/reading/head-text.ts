import { createReadStream } from 'node:fs';

/** Text beyond this is read as a download. */
const TEXT_BYTES = 200_000;

/** The beginning of a text file. `more` where it goes on. */
export async function headText(path: string): Promise<{ text: string; more: boolean }> {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(path, { start: 0, end: TEXT_BYTES })) chunks.push(chunk as Buffer);
  const bytes = Buffer.concat(chunks);
  return { text: new TextDecoder().decode(bytes.subarray(0, TEXT_BYTES)), more: bytes.length > TEXT_BYTES };
}
