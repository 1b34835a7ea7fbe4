import { Parser } from 'htmlparser2';

/** The parts of a DOCX that say how it is set (ECMA-376, WordprocessingML and DrawingML). */
export interface WritingParts {
  document: string;
  styles: string;
  theme: string;
}

/** A font and a line spacing, each null where it is not said. Spacing is a multiple of single. */
interface Set {
  font: string | null;
  spacing: number | null;
}

/**
 * How most of a document's words are set: by their runs, their paragraphs, the styles of both and what those are based
 * on, in the order of ECMA-376, 17.7.2.
 *
 * @returns nulls where nothing is written in it, or the line has a fixed height
 */
export function writingSet({ document, styles, theme }: WritingParts): Set {
  const fonts = themeFonts(theme);
  const sheet = readStyles(styles, fonts);
  const byFont = new Map<string, number>();
  const bySpacing = new Map<number, number>();
  for (const { letters, run, paragraph, styleOfRun, styleOfParagraph } of readRuns(document, fonts)) {
    const inherited = sheet.of(styleOfParagraph);
    const font = run.font ?? sheet.of(styleOfRun, false).font ?? inherited.font;
    const spacing = paragraph.spacing ?? inherited.spacing ?? 1;
    if (font !== null) byFont.set(font, (byFont.get(font) ?? 0) + letters);
    bySpacing.set(spacing, (bySpacing.get(spacing) ?? 0) + letters);
  }
  const spacing = most(bySpacing);
  return { font: most(byFont), spacing: spacing === FIXED ? null : spacing };
}

/** A line of fixed height is no multiple of anything. */
const FIXED = -1;
/** 240ths of a line (17.3.1.33). */
const LINE = 240;

function most<K>(counts: ReadonlyMap<K, number>): K | null {
  let best: K | null = null;
  for (const [key, count] of counts) if (best === null || count > (counts.get(best) ?? 0)) best = key;
  return best;
}

function fontOf(attributes: Attributes, fonts: ReadonlyMap<string, string>): string | null {
  const theme = attributes['w:asciiTheme'];
  return (
    (theme === undefined ? attributes['w:ascii'] : fonts.get(theme.startsWith('major') ? 'major' : 'minor')) ?? null
  );
}

function spacingOf(attributes: Attributes): number | null {
  const line = Number(attributes['w:line']);
  if (!line) return null;
  const rule = attributes['w:lineRule'] ?? 'auto';
  return rule === 'auto' ? Math.round((line / LINE) * 100) / 100 : FIXED;
}

type Attributes = Record<string, string | undefined>;

/** Walks through XML with the names of the open elements, the outermost first. */
function walk(
  xml: string,
  open: (name: string, attributes: Attributes, path: readonly string[]) => void,
  close: (name: string) => void = () => undefined,
  text: (said: string, path: readonly string[]) => void = () => undefined
): void {
  const path: string[] = [];
  const parser = new Parser(
    {
      onopentag(name, attributes) {
        open(name, attributes, path);
        path.push(name);
      },
      ontext: (said) => text(said, path),
      onclosetag(name) {
        path.pop();
        close(name);
      }
    },
    { xmlMode: true }
  );
  parser.end(xml);
}

function themeFonts(theme: string): Map<string, string> {
  const fonts = new Map<string, string>();
  walk(theme, (name, { typeface }, path) => {
    if (name !== 'a:latin' || !typeface) return;
    if (path.includes('a:majorFont')) fonts.set('major', typeface);
    if (path.includes('a:minorFont')) fonts.set('minor', typeface);
  });
  return fonts;
}

interface Style extends Set {
  basedOn: string | null;
}

/** Style sheets are based on one another; further down than this they go in a circle. */
const DEEPEST = 20;

function readStyles(xml: string, fonts: ReadonlyMap<string, string>) {
  const defaults: Set = { font: null, spacing: null };
  const styles = new Map<string, Style>();
  let usual = '';
  let style: Style | null = null;
  walk(
    xml,
    (name, attributes, path) => {
      const target = style ?? (path.includes('w:docDefaults') ? defaults : null);
      if (name === 'w:style') {
        style = { font: null, spacing: null, basedOn: null };
        const id = attributes['w:styleId'] ?? '';
        styles.set(id, style);
        if (attributes['w:type'] === 'paragraph' && attributes['w:default'] === '1') usual = id;
      } else if (name === 'w:basedOn' && style) style.basedOn = attributes['w:val'] ?? null;
      else if (name === 'w:rFonts' && target) target.font = fontOf(attributes, fonts);
      else if (name === 'w:spacing' && target && path.at(-1) === 'w:pPr') target.spacing = spacingOf(attributes);
    },
    (name) => {
      if (name === 'w:style') style = null;
    }
  );
  return {
    /** @param whole with what every paragraph has, beside the style and what it is based on */
    of(id: string | null, whole = true): Set {
      const found = inherited(styles, id ?? (whole ? usual : null));
      if (!whole) return found;
      return { font: found.font ?? defaults.font, spacing: found.spacing ?? defaults.spacing };
    }
  };
}

/** What a style says, or else those that it is based on. */
function inherited(styles: ReadonlyMap<string, Style>, id: string | null): Set {
  const found: Set = { font: null, spacing: null };
  let next = id;
  for (let depth = 0; next !== null && depth < DEEPEST; depth++) {
    const style: Style | undefined = styles.get(next);
    if (!style) break;
    found.font ??= style.font;
    found.spacing ??= style.spacing;
    next = style.basedOn;
  }
  return found;
}

interface Run {
  letters: number;
  run: Pick<Set, 'font'>;
  paragraph: Pick<Set, 'spacing'>;
  styleOfRun: string | null;
  styleOfParagraph: string | null;
}

function readRuns(xml: string, fonts: ReadonlyMap<string, string>): Run[] {
  const runs: Run[] = [];
  let paragraph: Pick<Set, 'spacing'> = { spacing: null };
  let styleOfParagraph: string | null = null;
  let run: Run | null = null;
  walk(
    xml,
    (name, attributes, path) => {
      if (name === 'w:p') {
        paragraph = { spacing: null };
        styleOfParagraph = null;
      } else if (name === 'w:r')
        run = { letters: 0, run: { font: null }, paragraph, styleOfRun: null, styleOfParagraph };
      else if (name === 'w:pStyle') styleOfParagraph = attributes['w:val'] ?? null;
      else if (name === 'w:spacing' && path.at(-1) === 'w:pPr') paragraph.spacing = spacingOf(attributes);
      else if (name === 'w:rStyle' && run) run.styleOfRun = attributes['w:val'] ?? null;
      else if (name === 'w:rFonts' && run) run.run.font = fontOf(attributes, fonts);
    },
    (name) => {
      if (name !== 'w:r' || !run) return;
      if (run.letters > 0) runs.push(run);
      run = null;
    },
    (said, path) => {
      if (run && path.at(-1) === 'w:t') run.letters += said.trim().length;
    }
  );
  return runs;
}
