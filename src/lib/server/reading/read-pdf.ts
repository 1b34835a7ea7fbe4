import { z } from 'zod';
import { withPdf } from '../pdf/open-pdf';
import type { Raw } from './read-words';

/** Pages beyond this are not read. */
const MOST_PAGES = 300;

/** The text of a PDF page by page, a line for each line, and the addresses that its links lead to (ISO 32000-1, 12.6.4.7). */
export async function readPdf(bytes: Buffer): Promise<Raw> {
  return withPdf(bytes, async (document) => {
    const lines: string[] = [];
    const targets: string[] = [];
    for (let no = 1; no <= Math.min(document.numPages, MOST_PAGES); no++) {
      const page = await document.getPage(no);
      const { items } = await page.getTextContent();
      lines.push(items.map((item) => ('str' in item ? item.str + (item.hasEOL ? '\n' : '') : '')).join(''));
      for (const annotation of await page.getAnnotations()) {
        const link = Link.safeParse(annotation);
        if (link.success) targets.push(link.data.url);
      }
      page.cleanup();
    }
    return { text: lines.join('\n'), pages: document.numPages, targets };
  });
}

const Link = z.object({ subtype: z.literal('Link'), url: z.string() });
