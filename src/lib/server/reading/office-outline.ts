import { Parser } from 'htmlparser2';
import { readArchive } from '../blobs/archive';
import { paragraphs } from './paragraphs';

const MOST_PARTS = 200;
const MOST_LINES = 400;
const MOST_BYTES = 60_000_000;

interface Part {
  title: string;
  lines: string[];
}

/**
 * The text of a presentation (ECMA-376, PresentationML) or an OpenDocument file (ISO/IEC 26300), slide by slide, sheet by
 * sheet, or as one part.
 */
export async function officeOutline(path: string): Promise<{ parts: Part[]; more: boolean }> {
  const files = await readArchive(path, (name) => name === 'content.xml' || SLIDE.test(name), MOST_BYTES);
  const content = files.get('content.xml')?.toString('utf8');
  const parts =
    content !== undefined
      ? openDocument(content)
      : [...files]
          .sort(([a], [b]) => slideNo(a) - slideNo(b))
          .map(([name, xml]) => ({
            title: `Slide ${slideNo(name)}`,
            lines: paragraphs(xml.toString('utf8'), { paragraph: 'a:p', text: 'a:t' }, MOST_LINES)
          }));
  return { parts: parts.slice(0, MOST_PARTS), more: parts.length > MOST_PARTS };
}

const SLIDE = /^ppt\/slides\/slide\d+\.xml$/;
const slideNo = (name: string) => Number(/(\d+)\.xml$/.exec(name)?.[1] ?? 0);

/** An OpenDocument file keeps all of its text in one place: slides and sheets are elements with a name. */
function openDocument(xml: string): Part[] {
  const parts: Part[] = [{ title: '', lines: [] }];
  let line: string | null = null;
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        if (name === 'draw:page') parts.push({ title: attributes['draw:name'] ?? 'Slide', lines: [] });
        if (name === 'table:table') parts.push({ title: attributes['table:name'] ?? 'Sheet', lines: [] });
        if (name === 'text:p' || name === 'text:h') line = '';
        if (line !== null && (name === 'text:s' || name === 'text:tab')) line += ' ';
      },
      ontext(said) {
        if (line !== null) line += said;
      },
      onclosetag(name) {
        if (name !== 'text:p' && name !== 'text:h') return;
        const part = parts.at(-1);
        if (line?.trim() && part && part.lines.length < MOST_LINES) part.lines.push(line.trim());
        line = null;
      }
    },
    { xmlMode: true }
  );
  parser.end(xml);
  return parts.filter(({ title, lines }) => title !== '' || lines.length > 0);
}
