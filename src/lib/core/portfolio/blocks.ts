import { cut } from '../cut';
import { z } from 'zod';

/** How much of a row a block takes: the layouts are one, two or three columns, and a picture beside text. */
export const WIDTHS = ['whole', 'two-thirds', 'half', 'third'] as const;
export type Width = (typeof WIDTHS)[number];
export const WIDTH_WORDS: Record<Width, string> = {
  whole: 'the whole width',
  'two-thirds': 'two thirds',
  half: 'half',
  third: 'a third'
};

/** Bounds on a portfolio: far beyond what anybody shows, and small enough to be drawn at once. */
export const MOST_PAGES = 40;
export const MOST_BLOCKS = 120;
export const MOST_PICTURES = 60;
export const LONGEST_TEXT = 40_000;

const Caption = z.string().trim().max(500).default('');
/** A file of the portfolio, with what is said below it. */
const Shown = z.object({ file: z.uuid(), caption: Caption });
export type ShownFile = z.infer<typeof Shown>;

const Any = { id: z.uuid(), title: z.string().trim().max(200).default(''), width: z.enum(WIDTHS).default('whole') };

/**
 * One titled part of a portfolio's page. What a file is (its name, its bytes, how large) is known by the portfolio's files; `html` was made of
 * what stands beside it by the server and can do no harm.
 */
export const Block = z.discriminatedUnion('kind', [
  z.object({ ...Any, kind: z.literal('text'), markdown: z.string().max(LONGEST_TEXT), html: z.string() }),
  z.object({ ...Any, kind: z.literal('picture'), ...Shown.shape }),
  z.object({ ...Any, kind: z.literal('gallery'), pictures: z.array(Shown).max(MOST_PICTURES) }),
  z.object({ ...Any, kind: z.literal('recording'), ...Shown.shape }),
  z.object({ ...Any, kind: z.literal('file'), ...Shown.shape }),
  /** A page written here, as it stood when it was put in. */
  z.object({
    ...Any,
    kind: z.literal('page'),
    ...Shown.shape,
    html: z.string(),
    /** Files that are its pictures. */
    pictures: z.array(z.uuid()).max(200)
  }),
  z.object({
    ...Any,
    kind: z.literal('link'),
    url: z.string().max(2000),
    caption: Caption,
    /** What a stranger met there. */
    look: z.object({
      title: z.string(),
      excerpt: z.string(),
      verdict: z.string(),
      at: z.number(),
      picture: z.uuid().nullable()
    })
  }),
  /** Work that came back: what was submitted, and what was said to it where its owner wants that. */
  z.object({
    ...Any,
    kind: z.literal('work'),
    packetId: z.uuid(),
    round: z.number().int(),
    caption: Caption,
    course: z.string(),
    submittedAt: z.number(),
    files: z.array(z.uuid()).max(MOST_PICTURES),
    links: z.array(z.string()).max(MOST_PICTURES),
    said: z.object({ by: z.string(), words: z.string() }).nullable()
  }),
  z.object({
    ...Any,
    kind: z.literal('achieved'),
    items: z.array(z.object({ what: z.string().min(1).max(300), when: z.string().max(60) })).max(100)
  })
]);
export type Block = z.infer<typeof Block>;
export type BlockKind = Block['kind'];

export const KIND_WORDS: Record<BlockKind, string> = {
  text: 'Text',
  picture: 'Picture',
  gallery: 'Several pictures',
  recording: 'Recording',
  file: 'File',
  page: 'Page written here',
  link: 'Link',
  work: 'Work that came back',
  achieved: 'What I achieved'
};

/** The files of the portfolio that a block shows. */
export function filesOf(block: Block): string[] {
  switch (block.kind) {
    case 'gallery':
      return block.pictures.map(({ file }) => file);
    case 'work':
      return block.files;
    case 'link':
      return block.look.picture === null ? [] : [block.look.picture];
    case 'page':
      return [block.file, ...block.pictures];
    case 'text':
    case 'achieved':
      return [];
    default:
      return [block.file];
  }
}

/** What a block is called where it is spoken of: by its title, else by what it is. */
export const blockName = ({ title, kind }: Pick<Block, 'title' | 'kind'>): string =>
  title === '' ? KIND_WORDS[kind] : `“${title}”`;

/** Achievements as they are written: one on a line, what, then after a semicolon when. */
export const achievedFromLines = (text: string): Array<{ what: string; when: string }> =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .map((line) => {
      const at = line.lastIndexOf(';');
      return at < 0
        ? { what: cut(line, 300), when: '' }
        : {
            what: cut(line.slice(0, at).trim(), 300),
            when: cut(line.slice(at + 1).trim(), 60)
          };
    })
    .filter(({ what }) => what !== '')
    .slice(0, 100);

/** The same back, for the field in which they are written. */
export const achievedLines = (items: ReadonlyArray<{ what: string; when: string }>): string =>
  items.map(({ what, when }) => (when === '' ? what : `${what}; ${when}`)).join('\n');

/** How a page's HTML names a picture that is a file of its portfolio: where it is fetched depends on who looks. */
const PICTURED = /portfolio-file:([0-9a-f-]{36})/g;
export const pictureMark = (file: string): string => `portfolio-file:${file}`;

/** A page's HTML with the addresses of its pictures. @param addressOf empty for a file that is not there */
export const withAddresses = (html: string, addressOf: (file: string) => string): string =>
  html.replace(PICTURED, (_, file: string) => addressOf(file));
