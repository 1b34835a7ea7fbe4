import { Parser } from 'htmlparser2';
import { readArchive } from '../blobs/archive';

const MOST_BYTES = 20_000_000;

/**
 * What the links of an office document lead to: the hyperlink relationships of WordprocessingML and PresentationML that
 * lead outside (ECMA-376, part 2, 9.3), and the links of OpenDocument (ISO/IEC 26300, `text:a`).
 */
export async function officeLinks(path: string): Promise<string[]> {
  return linksIn(await readArchive(path, holdsLinks, MOST_BYTES));
}

/** Whether a file of an office document's archive says what its links lead to. */
export const holdsLinks = (name: string) => RELATIONSHIPS.test(name) || name === 'content.xml';

/** The same, of files that were read already. */
export function linksIn(files: ReadonlyMap<string, Buffer>): string[] {
  return [...files]
    .filter(([name]) => holdsLinks(name))
    .sort(([a], [b]) => a.localeCompare(b, 'en', { numeric: true }))
    .flatMap(([, xml]) => targets(xml));
}

const RELATIONSHIPS = /^(word|ppt\/slides)\/_rels\/(document|footnotes|endnotes|slide\d+)\.xml\.rels$/;

function targets(xml: Buffer): string[] {
  const found: string[] = [];
  const parser = new Parser(
    {
      onopentag(name, { Type = '', Target = '', ...other }) {
        if (name === 'Relationship' && Type.endsWith('/hyperlink')) found.push(Target);
        if (name === 'text:a') found.push(other['xlink:href'] ?? '');
      }
    },
    { xmlMode: true }
  );
  parser.end(xml.toString('utf8'));
  return found;
}
