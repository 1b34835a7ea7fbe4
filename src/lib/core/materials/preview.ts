/** How a material is shown in place. */
export type PreviewKind =
  | 'pdf'
  | 'picture'
  | 'developed'
  | 'sound'
  | 'film'
  | 'document'
  | 'table'
  | 'sheets'
  | 'office'
  | 'markdown'
  | 'text'
  | 'none';

const TEXT_ENDINGS = new Set(
  ['txt log json yaml yml toml xml ini tex ipynb', 'c h cpp hpp cs css go html java js jsx kt lua php pl py r rb rs']
    .concat('sh sql swift ts tsx')
    .flatMap((endings) => endings.split(' '))
);

/**
 * How a file can be shown, by the type that was read from its bytes and, where bytes tell nothing, by its ending.
 * Nothing is ever shown as a page of its own.
 */
export function previewKind(file: { name: string; mediaType: string }): PreviewKind {
  const [type = ''] = file.mediaType.split(';');
  const ending = file.name.toLowerCase().split('.').at(-1) ?? '';
  const known = BY_TYPE.find(([pattern]) => pattern.test(type));
  if (known) return known[1];
  // Office files are archives inside, and some tell their bytes' reader no more than that.
  if (type === 'application/zip') return BY_ENDING[ending] ?? 'none';
  if (!MAYBE_TEXT.test(type)) return 'none';
  if (ending === 'csv' || ending === 'tsv') return 'table';
  if (ending === 'md' || ending === 'markdown') return 'markdown';
  return TEXT_ENDINGS.has(ending) || type.startsWith('text/') ? 'text' : 'none';
}

const BY_TYPE: ReadonlyArray<[RegExp, PreviewKind]> = [
  [/^application\/pdf$/, 'pdf'],
  [/^image\/(png|jpeg|gif|webp|avif)$/, 'picture'],
  // No browser shows these from their bytes: they are drawn anew.
  [/^image\/(tiff|heic|heif)$/, 'developed'],
  [/^audio\//, 'sound'],
  [/^video\//, 'film'],
  [/^application\/vnd\.openxmlformats-officedocument\.wordprocessingml\.document$/, 'document'],
  [/^application\/vnd\.openxmlformats-officedocument\.spreadsheetml\.sheet$/, 'sheets'],
  [/^application\/vnd\.(openxmlformats-officedocument\.presentationml\.|oasis\.opendocument\.)/, 'office']
];
const BY_ENDING: Record<string, PreviewKind> = {
  docx: 'document',
  xlsx: 'sheets',
  pptx: 'office',
  odt: 'office',
  ods: 'office',
  odp: 'office'
};
/** Bytes that say nothing of what they are may be text; its ending then tells of which kind. */
const MAYBE_TEXT = /^(text\/.*|application\/(octet-stream|json))$/;

/** Whether it is a picture that can be shown, from its bytes or drawn anew. */
export const isPicture = (file: { name: string; mediaType: string }): boolean =>
  ['picture', 'developed'].includes(previewKind(file));

/** What kind of file it is, by its name: "PDF", "CSV"; "File" where its name has no ending. */
export function kindText(name: string): string {
  const ending = /\.([a-z0-9]{1,8})$/i.exec(name)?.[1];
  return ending?.toUpperCase() ?? 'File';
}

/** A stretch of a table: its first row names the columns. `more` where there are further rows. */
export interface TablePart {
  rows: string[][];
  more: boolean;
}

/** What was made of a file so that it can be shown; the file itself is fetched by those kinds that need it. */
export type Preview =
  | { kind: 'pdf' | 'picture' | 'developed' }
  /** `captions`: what is said in it can be read beside it. */
  | { kind: 'sound' | 'film'; captions?: true }
  /** `words`: why it cannot be shown, where there is more to say. */
  | { kind: 'none' | 'unreadable'; words?: string }
  /** `written`: a page of ours, whose pictures lie beside it. */
  | { kind: 'document' | 'markdown' | 'written'; html: string }
  | ({ kind: 'table' } & TablePart)
  | { kind: 'sheets'; sheets: Array<TablePart & { name: string }> }
  | { kind: 'text'; text: string; more: boolean }
  /** The text of slides, sheets or pages, one part each, where their pages cannot be drawn here. */
  | { kind: 'outline'; parts: Array<{ title: string; lines: string[] }>; more: boolean }
  /** A PDF that was made of it, at the file's address with `/as-pdf` behind it. */
  | { kind: 'as-pdf' }
  /** It is being made ready: ask again. */
  | { kind: 'making' }
  /** What was there when a link was looked at. */
  | { kind: 'page'; url: string; title: string; text: string; at: number };
