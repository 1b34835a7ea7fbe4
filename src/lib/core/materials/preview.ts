/** How a material is shown in place. */
export type PreviewKind = 'pdf' | 'picture' | 'sound' | 'film' | 'document' | 'table' | 'markdown' | 'text' | 'none';

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
  const known = BY_TYPE.find(([pattern]) => pattern.test(type));
  if (known) return known[1];
  if (!MAYBE_TEXT.test(type)) return 'none';
  const ending = file.name.toLowerCase().split('.').at(-1) ?? '';
  if (ending === 'csv' || ending === 'tsv') return 'table';
  if (ending === 'md' || ending === 'markdown') return 'markdown';
  return TEXT_ENDINGS.has(ending) || type.startsWith('text/') ? 'text' : 'none';
}

const BY_TYPE: ReadonlyArray<[RegExp, PreviewKind]> = [
  [/^application\/pdf$/, 'pdf'],
  [/^image\/(png|jpeg|gif|webp|avif)$/, 'picture'],
  [/^audio\//, 'sound'],
  [/^video\//, 'film'],
  [/^application\/vnd\.openxmlformats-officedocument\.wordprocessingml\.document$/, 'document']
];
/** Bytes that say nothing of what they are may be text; its ending then tells of which kind. */
const MAYBE_TEXT = /^(text\/.*|application\/(octet-stream|json))$/;

/** What kind of file it is, by its name: "PDF", "CSV"; "File" where its name has no ending. */
export function kindText(name: string): string {
  const ending = /\.([a-z0-9]{1,8})$/i.exec(name)?.[1];
  return ending?.toUpperCase() ?? 'File';
}

/** What was made of a file so that it can be shown; the file itself is fetched by those kinds that need it. */
export type Preview =
  | { kind: 'pdf' | 'picture' | 'sound' | 'film' | 'none' }
  | { kind: 'document' | 'markdown'; html: string }
  | { kind: 'table'; rows: string[][]; more: boolean }
  | { kind: 'text'; text: string; more: boolean }
  | { kind: 'unreadable' };
