/** A part of a text with what it is: in Markdown a fenced division (as Pandoc has them), `::: {.kind #id name="value"}` up to `:::`. */
export interface Fence {
  kind: string;
  id: string;
  values: Record<string, string>;
  /** What stands in it. */
  inside: string;
  raw: string;
}

/** The division that a text begins with; null where it begins with none, or with one that nothing closes. */
export function fenceAt(source: string): Fence | null {
  const open = OPENS.exec(source);
  if (!open) return null;
  let depth = 1;
  let at = open[0].length;
  while (at < source.length) {
    const end = source.indexOf('\n', at);
    const line = source.slice(at, end === -1 ? source.length : end);
    const next = end === -1 ? source.length : end + 1;
    // Nobody writes so many into each other; each that nothing closes would be looked for to the end.
    if (OPENS.test(`${line}\n`) && ++depth > DEEPEST) return null;
    else if (CLOSES.test(line) && --depth === 0)
      return { ...partsOf(open[1] ?? ''), inside: source.slice(open[0].length, at), raw: source.slice(0, next) };
    at = next;
  }
  return null;
}

/** Divisions within each other. */
const DEEPEST = 20;

/** A division as it is written down. */
export function fenced({ kind, id, values }: Omit<Fence, 'inside' | 'raw'>, inside: string): string {
  const said = Object.entries(values).map(
    ([name, value]) => ` ${name}="${value.replace(/[\\"]/g, '\\$&').replace(/\n/g, ' ')}"`
  );
  return `::: {.${kind} #${id}${said.join('')}}\n\n${inside.trim()}\n\n:::`;
}

const OPENS = /^:::+ *\{([^\n]*)\}[ \t]*\n/;
const CLOSES = /^:::+[ \t]*$/;

function partsOf(said: string): Omit<Fence, 'inside' | 'raw'> {
  const values: Record<string, string> = {};
  for (const [, name = '', value = ''] of said.matchAll(/([a-z]+)="((?:\\.|[^"\\])*)"/g))
    values[name] = value.replace(/\\(.)/g, '$1');
  const bare = said.replace(/[a-z]+="(?:\\.|[^"\\])*"/g, '');
  return { kind: /\.([a-z]+)/.exec(bare)?.[1] ?? '', id: /#([a-z0-9-]+)/i.exec(bare)?.[1] ?? '', values };
}
