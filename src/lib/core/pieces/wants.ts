import { askedWords } from './posted-words';
import type { Range, Wants } from './wanted';
import { sizeText } from '../materials/size-text';
import { piecesText } from './places';
import { WANTED_KINDS, type WantedKind } from './kinds';
import { span } from '../time/words';
import { thousands } from '../thousands';

/**
 * What is wanted, one short phrase for each part, in the order in which a student thinks of them.
 *
 * @param named the name that the pattern wants of the reader's own piece; without it, the pattern itself is said
 */
export function wantsWords(wants: Wants, named: string | null = null): string[] {
  const { kinds, types, bytes, naming, ownSite, post } = wants;
  const ranges = MEASURED.map((measure) => wants[measure] && rangeWords(wants[measure], UNITS[measure]));
  return [
    post && askedWords(post),
    kinds && kinds.length > 0 && kinds.length < WANTED_KINDS.length && listed(kinds.map((kind) => KIND_WORDS[kind])),
    types && types.length > 0 && listed(types.map((type) => type.toUpperCase())),
    ...ranges,
    ...setWords(wants),
    bytes !== undefined && `at most ${sizeText(bytes)} each`,
    ownSite === true && 'on your own site',
    naming !== undefined && `named ${named ?? naming}`
  ].filter((phrase): phrase is string => typeof phrase === 'string' && phrase !== '');
}

const MEASURED = ['howMany', 'words', 'pages', 'seconds', 'pixels'] as const;

function setWords({ font, spacing }: Wants): string[] {
  return [
    ...(font === undefined ? [] : [`in ${font}`]),
    ...(spacing === undefined ? [] : [`${spacingText(spacing)} line spacing`])
  ];
}

/** How a number of each measure is said: "800 words", "1 page". */
export const UNITS = {
  howMany: piecesText,
  words: (n: number) => (n === 1 ? '1 word' : `${thousands(n)} words`),
  pages: (n: number) => (n === 1 ? '1 page' : `${n} pages`),
  seconds: (n: number) => span(n * 1000),
  pixels: (n: number) => `${thousands(n)} pixels`
};

/** A line spacing as people say it. */
export const spacingText = (spacing: number): string => ({ 1: 'single', 2: 'double' })[spacing] ?? String(spacing);

/** Whether a number lies within a range; its ends belong to it. */
export function within(n: number, { from = 0, to = Infinity }: Range): boolean {
  return n >= from && n <= to;
}

/** What the words of a naming pattern stand for. */
export interface NamedBy {
  name: string;
  /** Family name first, as rosters sort: "Varga, Ilse". */
  sortName: string;
  assignment: string;
  deliverable: string;
  course: string;
}

/** The name that a naming pattern wants of this student's piece, without its ending; fit for any file system. */
export function wantedName(naming: string, by: NamedBy): string {
  const words: Record<string, string> = { ...by, surname: by.sortName.split(',')[0] ?? by.name };
  return naming.replace(/\{(\w+)\}/g, (whole, word: string) => words[word] ?? whole).replace(/[\\/:*?"<>|]/g, '-');
}

/** "800 to 1,200 words", "at least 2 pages", "at most 3 min", "exactly 1 page". */
export function rangeWords({ from, to }: Range, say: (n: number) => string): string {
  if (from !== undefined && from === to) return `exactly ${say(from)}`;
  if (from !== undefined && to !== undefined) return `${bare(from, say(to))} to ${say(to)}`;
  if (from !== undefined) return `at least ${say(from)}`;
  return to === undefined ? '' : `at most ${say(to)}`;
}

/** The smaller number needs its unit only where it differs from the larger one's. */
function bare(from: number, largerSaid: string): string {
  return /(words?|pages?|pieces?|pixels)$/.test(largerSaid) ? thousands(from) : span(from * 1000);
}

function listed(items: string[]): string {
  return items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} or ${items.at(-1)}`;
}

const KIND_WORDS: Record<WantedKind, string> = {
  file: 'file',
  link: 'link',
  scan: 'scan',
  recording: 'recording',
  page: 'page written here'
};
