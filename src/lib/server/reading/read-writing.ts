import { readArchive } from '../blobs/archive';
import { holdsLinks, linksIn } from './office-links';
import { paragraphs } from './paragraphs';
import type { Raw } from './read-words';

const MOST_BYTES = 60_000_000;
const MOST_PARAGRAPHS = 20_000;

/** The text of a DOCX (ECMA-376, WordprocessingML), a line for each paragraph, notes last, and what it links to. */
export async function readWriting(path: string): Promise<Raw> {
  const files = await readArchive(path, (name) => PARTS.includes(name) || holdsLinks(name), MOST_BYTES);
  const text = PARTS.flatMap((part) =>
    paragraphs(files.get(part)?.toString('utf8') ?? '', { paragraph: 'w:p', text: 'w:t' }, MOST_PARAGRAPHS)
  ).join('\n');
  return { text, pages: null, targets: linksIn(files) };
}

const PARTS = ['word/document.xml', 'word/footnotes.xml', 'word/endnotes.xml'];
