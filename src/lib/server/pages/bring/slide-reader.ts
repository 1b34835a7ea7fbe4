import type { JSONContent } from '@tiptap/core';

/** What a slide says at one place. */
export interface Block {
  node: JSONContent;
  /** How deep in a list; null where it is in none. */
  level: number | null;
}

/** Reads one slide of a presentation, or its notes, element by element, as an XML parser tells them. */
export class SlideReader {
  readonly blocks: Block[] = [];
  private holder: string | null = null;
  private words: JSONContent[] = [];
  private level: number | null = null;
  private bullet: boolean | null = null;
  private marks: Array<{ type: string }> = [];
  private inText = false;
  private rows: JSONContent[][] | null = null;
  private alt = '';

  /**
   * @param picture what a picture is called that is named by a relation; null where there is none
   * @param only    shapes of this kind of placeholder alone count
   */
  constructor(
    private picture: (embed: string) => string | null,
    private only: string | null
  ) {}

  onopentag(tag: string, attributes: Record<string, string>): void {
    OPENED[tag]?.call(this, attributes);
  }

  ontext(text: string): void {
    if (!this.inText || text === '') return;
    const last = this.words.at(-1);
    const marks = this.marks.length > 0 ? { marks: this.marks } : {};
    if (last?.type === 'text' && JSON.stringify(last.marks ?? []) === JSON.stringify(this.marks)) last.text += text;
    else this.words.push({ type: 'text', text, ...marks });
  }

  onclosetag(tag: string): void {
    CLOSED[tag]?.call(this);
  }

  /** What an element begins. */
  static readonly opened: Record<string, (this: SlideReader, attributes: Record<string, string>) => void> = {
    'p:sp'() {
      this.holder = '';
    },
    'p:ph'({ type = 'body' }) {
      this.holder = type;
    },
    'p:cNvPr'({ descr = '' }) {
      this.alt = descr;
    },
    'a:p'() {
      [this.words, this.level, this.bullet] = [[], null, null];
    },
    'a:pPr'({ lvl }) {
      this.level ??= Math.min(6, Math.max(0, Number(lvl) || 0));
    },
    'a:buNone'() {
      this.bullet ??= false;
    },
    'a:buChar'() {
      this.bullet = true;
    },
    'a:buAutoNum'() {
      this.bullet = true;
    },
    'a:r'() {
      this.marks = [];
    },
    'a:rPr'({ b, i }) {
      this.marks = [...(b === '1' ? [{ type: 'bold' }] : []), ...(i === '1' ? [{ type: 'italic' }] : [])];
    },
    'a:t'() {
      this.inText = true;
    },
    'a:br'() {
      this.words.push({ type: 'hardBreak' });
    },
    'a:tbl'() {
      this.rows = [];
    },
    'a:tr'() {
      this.rows?.push([]);
    },
    'a:blip'(attributes) {
      const src = this.picture(attributes['r:embed'] ?? '');
      if (src !== null) this.add({ type: 'image', attrs: { src, alt: this.alt } }, null);
    }
  };

  /** What an element ends. */
  static readonly closed: Record<string, (this: SlideReader) => void> = {
    'a:t'() {
      this.inText = false;
    },
    'a:p'() {
      if (this.rows) this.cell(this.rows);
      else this.paragraph();
    },
    'a:tbl'() {
      const rows = (this.rows ?? []).filter((row) => row.length > 0);
      this.rows = null;
      if (rows.length > 0)
        this.add({ type: 'table', content: rows.map((content) => ({ type: 'tableRow', content })) }, null);
    },
    'p:sp'() {
      this.holder = null;
    }
  };

  private cell(rows: JSONContent[][]): void {
    const content = [{ type: 'paragraph', ...(this.words.length > 0 && { content: this.words }) }];
    rows.at(-1)?.push({ type: 'tableCell', attrs: { colspan: 1, rowspan: 1, colwidth: null }, content });
  }

  private paragraph(): void {
    const { words, holder, only } = this;
    const counts = only === null ? !LEFT_OUT.has(holder ?? '') : holder === only;
    if (words.length === 0 || !counts) return;
    if (only === null && TITLES.has(holder ?? ''))
      this.blocks.unshift({ node: { type: 'heading', attrs: { level: 1 }, content: words }, level: null });
    else this.add({ type: 'paragraph', content: words }, only === null ? this.listed() : null);
  }

  /** What stands in the body of a slide is a list unless it says otherwise; a box of its own is none unless it says so. */
  private listed(): number | null {
    const level = this.level ?? 0;
    return (this.bullet ?? (this.holder === 'body' || level > 0)) ? level : null;
  }

  private add(node: JSONContent, level: number | null): void {
    if (this.only === null || node.type === 'paragraph') this.blocks.push({ node, level });
  }
}
const { opened: OPENED, closed: CLOSED } = SlideReader;

/** Placeholders that say nothing of what is on the slide. */
const LEFT_OUT = new Set(['sldNum', 'dt', 'ftr', 'hdr', 'sldImg']);
const TITLES = new Set(['title', 'ctrTitle']);
