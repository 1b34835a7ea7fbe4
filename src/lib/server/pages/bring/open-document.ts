import { Parser } from 'htmlparser2';
import { MOST_UNPACKED } from '$core/materials/facts';
import { escaped } from '$core/pages/html';
import { readArchive } from '../../blobs/archive';

/**
 * The text of an OpenDocument text (ISO/IEC 26300-3) as HTML, with its headings, lists, tables, notes and pictures, and
 * what is bold or italic.
 */
export async function openDocumentHtml(
  path: string,
  mostPictures: number
): Promise<{ html: string; pictures: Uint8Array[] }> {
  const files = await readArchive(
    path,
    (name) => name === 'content.xml' || name.startsWith('Pictures/'),
    MOST_UNPACKED
  );
  const content = files.get('content.xml')?.toString('utf8') ?? '';
  const reader = new Reader(stylesOf(content), (name) => files.get(name) ?? null, mostPictures);
  const parser = new Parser(reader, { xmlMode: true });
  parser.end(content);
  return { html: reader.html, pictures: reader.pictures };
}

/** What a style of the text stresses, by its name. */
interface Stress {
  bold: boolean;
  italic: boolean;
}

function stylesOf(xml: string): Map<string, Stress> {
  const styles = new Map<string, Stress>();
  let name: string | null = null;
  const parser = new Parser(
    {
      onopentag(tag, attributes) {
        if (tag === 'style:style') name = attributes['style:name'] ?? null;
        if (tag === 'style:text-properties' && name !== null)
          styles.set(name, {
            bold: attributes['fo:font-weight'] === 'bold',
            italic: attributes['fo:font-style'] === 'italic'
          });
      },
      onclosetag(tag) {
        if (tag === 'style:style') name = null;
      }
    },
    { xmlMode: true }
  );
  parser.end(xml);
  return styles;
}

/** Elements that are one of HTML's, whatever they carry. */
const SAME: Record<string, string> = {
  'text:list': 'ul',
  'text:list-item': 'li',
  'table:table': 'table',
  'table:table-row': 'tr',
  'table:table-cell': 'td',
  'text:p': 'p'
};
/** What an element says that stands for a character. */
const SAID: Record<string, string> = { 'text:s': ' ', 'text:tab': ' ', 'text:line-break': '<br>' };
/** Parts that are no text of the document: what was changed once, what its fields are made of. */
const PASSED = new Set(['text:tracked-changes', 'office:annotation', 'text:sequence-decls', 'text:note-citation']);

class Reader {
  html = '';
  readonly pictures: Uint8Array[] = [];
  private closing: string[] = [];
  private passed = 0;
  private inText = false;
  /** The words of a note while it is read. */
  private note: string | null = null;

  constructor(
    private styles: Map<string, Stress>,
    private file: (name: string) => Buffer | null,
    private mostPictures: number
  ) {}

  onopentag(tag: string, attributes: Record<string, string>): void {
    if (tag === 'office:text') this.inText = true;
    if (PASSED.has(tag)) this.passed++;
    this.closing.push(this.passed > 0 || !this.inText ? '' : this.opened(tag, attributes));
  }

  ontext(said: string): void {
    if (!this.inText || this.passed > 0) return;
    if (this.note !== null) this.note += said;
    else if (this.closing.some((close) => close.includes('</p>') || /<\/h\d>/.test(close))) this.html += escaped(said);
  }

  onclosetag(tag: string): void {
    const close = this.closing.pop() ?? '';
    if (tag === 'text:note' && this.note !== null) {
      this.html += `<sup data-footnote="${escaped(this.note.trim())}"></sup>`;
      this.note = null;
    } else if (this.note === null) this.html += close;
    if (PASSED.has(tag)) this.passed--;
    if (tag === 'office:text') this.inText = false;
  }

  /** Writes what an element begins with. @returns what it ends with */
  private opened(tag: string, attributes: Record<string, string>): string {
    if (tag === 'text:note') this.note = '';
    if (this.note !== null) return '';
    this.html += SAID[tag] ?? '';
    if (tag === 'text:h') {
      const level = Math.min(4, Math.max(1, Number(attributes['text:outline-level']) || 1));
      return this.open(`h${level}`);
    }
    if (tag === 'text:span') return this.stressed(this.styles.get(attributes['text:style-name'] ?? ''));
    if (tag === 'text:a') {
      this.html += `<a href="${escaped(attributes['xlink:href'] ?? '')}">`;
      return '</a>';
    }
    if (tag === 'draw:image') this.picture(attributes['xlink:href'] ?? '');
    const same = SAME[tag];
    return same ? this.open(same) : '';
  }

  private open(tag: string): string {
    this.html += `<${tag}>`;
    return `</${tag}>`;
  }

  private stressed(stress: Stress | undefined): string {
    const tags = [stress?.bold && 'strong', stress?.italic && 'em'].filter((tag) => typeof tag === 'string');
    this.html += tags.map((tag) => `<${tag}>`).join('');
    return tags
      .reverse()
      .map((tag) => `</${tag}>`)
      .join('');
  }

  private picture(name: string): void {
    const bytes = this.file(name);
    if (bytes && this.pictures.length < this.mostPictures)
      this.html += `<img src="brought:${this.pictures.push(new Uint8Array(bytes)) - 1}">`;
  }
}
