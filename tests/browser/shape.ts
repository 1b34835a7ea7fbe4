import { Parser } from 'htmlparser2';

/**
 * What a page is made of: every kind of element that it has, each with all that it lies in, and whether it says something.
 * Two pages of one shape differ in what they say and in how often, and look the same to a tool that reads colours, sizes,
 * roles and names.
 */
export function shapeOf(html: string): Set<string> {
  const shape = new Set<string>();
  /** The elements that are open, outermost first; `cells`: how many a row of a table had so far. */
  const open: Array<{ kind: string; name: string; cells: number; empty: boolean }> = [];
  const parser = new Parser({
    onopentag(name, attributes) {
      const row = open.at(-1);
      const column = name === 'td' || name === 'th' ? `#${row ? ++row.cells : 0}` : '';
      const kind = `${row?.kind ?? ''}>${name}${column}${attributesOf(attributes)}`;
      if (row) row.empty = false;
      open.push({ kind, name, cells: 0, empty: true });
      shape.add(kind);
    },
    ontext(text) {
      const within = open.at(-1);
      if (!within || within.name === 'script' || text.trim() === '') return;
      within.empty = false;
      const longest = Math.max(...text.split(/\s+/).map((word) => word.length));
      shape.add(`${within.kind} ${longest > LONG ? 'says something with a long word' : 'says something'}`);
    },
    onclosetag() {
      const closed = open.pop();
      if (closed?.empty) shape.add(`${closed.kind} says nothing`);
    }
  });
  parser.end(html);
  return shape;
}

/** Letters of a word that may not fit where a shorter one does. */
const LONG = 16;
/** Of these it matters what they are; of all others whether they are there. */
const TELLING = ['alt', 'aria-current', 'aria-expanded', 'aria-pressed', 'class', 'dir', 'lang', 'role', 'type'];

function attributesOf(attributes: Record<string, string>): string {
  return Object.entries(attributes)
    .map(([name, value]) => (TELLING.includes(name) ? `[${name}=${value}]` : `[${name}]`))
    .sort()
    .join('');
}
