import { cut } from '../cut';

const MOST = 90;

/** The first words of something that was said, for a line that leads to the whole of it. */
export function firstWords(text: string): string {
  const line = text.replace(/\s+/g, ' ').trim();
  return line.length <= MOST ? line : `${cut(line, MOST).replace(/\s\S*$/, '')}…`;
}
