/**
 * Whether the ending of a file's name fits the bytes under it.
 *
 * @param mediaType as read from the bytes; undefined while only the name is known (then nothing is contradicted)
 * @returns `program` where the bytes are a program that calls itself a document, `other` where they are something else
 *          than the name says, null where nothing speaks against it
 */
export function contradiction(name: string, mediaType: string | undefined): 'program' | 'other' | null {
  if (mediaType === undefined) return null;
  const [type = ''] = mediaType.split(';');
  const ending = endingOf(name);
  if (PROGRAM.test(type)) return PROGRAM_ENDINGS.has(ending) || ending === '' ? null : 'program';
  const expected = BYTES_OF[ending];
  if (expected) return expected.test(type) ? null : 'other';
  return TEXTUAL.has(ending) && !/^(text\/|application\/(json|xml|rtf))/.test(type) ? 'other' : null;
}

/** Whether a name ends as one of the wanted types, or as another spelling of one ("jpeg" for "jpg"). */
export function isOfType(name: string, wanted: readonly string[]): boolean {
  const ending = endingOf(name);
  return wanted.some((type) => spelling(type) === spelling(ending));
}

/** What the file picker of a browser is told to offer: ".jpg,.jpeg,.pdf"; undefined where everything goes. */
export function acceptOf(wanted: readonly string[] | undefined): string | undefined {
  if (!wanted || wanted.length === 0) return undefined;
  const all = wanted.flatMap((type) => [
    type,
    ...Object.keys(SPELLINGS).filter((s) => SPELLINGS[s] === spelling(type))
  ]);
  return [...new Set(all)].map((ending) => `.${ending}`).join(',');
}

/** The ending of a name in lower case without its dot; empty where there is none. */
export function endingOf(name: string): string {
  return /\.([a-z0-9]{1,8})$/i.exec(name)?.[1]?.toLowerCase() ?? '';
}

/** A name parted before its ending: "report.docx" into "report" and ".docx". */
export function partName(name: string): [stem: string, ending: string] {
  const ending = /\.[a-z0-9]{1,8}$/i.exec(name)?.[0] ?? '';
  return [name.slice(0, name.length - ending.length), ending];
}

const spelling = (ending: string) => SPELLINGS[ending] ?? ending;
const SPELLINGS: Record<string, string> = {
  jpeg: 'jpg',
  tiff: 'tif',
  markdown: 'md',
  htm: 'html',
  yaml: 'yml',
  mpeg: 'mpg',
  text: 'txt',
  oga: 'ogg'
};

const PROGRAM =
  /^application\/(x-msdownload|x-elf|x-mach-binary|x-msdos-program|java-vm|vnd\.android\.package-archive)$/;
const PROGRAM_ENDINGS = new Set([
  'exe',
  'dll',
  'com',
  'scr',
  'msi',
  'so',
  'o',
  'bin',
  'elf',
  'out',
  'app',
  'class',
  'apk'
]);

/** Endings whose bytes say for themselves what they are. Office files of today are ZIP archives inside. */
const BYTES_OF: Record<string, RegExp> = {
  pdf: /^application\/pdf$/,
  jpg: /^image\/jpeg$/,
  jpeg: /^image\/jpeg$/,
  png: /^image\/(png|apng)$/,
  gif: /^image\/gif$/,
  webp: /^image\/webp$/,
  avif: /^image\/avif$/,
  heic: /^image\/hei[cf]$/,
  tif: /^image\/tiff$/,
  tiff: /^image\/tiff$/,
  docx: /^application\/(zip|vnd\.openxmlformats.*wordprocessingml.*)$/,
  xlsx: /^application\/(zip|vnd\.openxmlformats.*spreadsheetml.*)$/,
  pptx: /^application\/(zip|vnd\.openxmlformats.*presentationml.*)$/,
  odt: /^application\/(zip|vnd\.oasis\.opendocument\.text)$/,
  ods: /^application\/(zip|vnd\.oasis\.opendocument\.spreadsheet)$/,
  odp: /^application\/(zip|vnd\.oasis\.opendocument\.presentation)$/,
  doc: /^application\/(x-cfb|msword|rtf)$/,
  xls: /^application\/(x-cfb|vnd\.ms-excel)$/,
  ppt: /^application\/(x-cfb|vnd\.ms-powerpoint)$/,
  zip: /^application\/zip$/,
  mp3: /^audio\/mpeg$/,
  wav: /^audio\/(wav|vnd\.wave|x-wav)$/,
  ogg: /^(audio|video)\/ogg$/,
  m4a: /^(audio|video)\/(mp4|x-m4a)$/,
  flac: /^audio\/(x-)?flac$/,
  webm: /^(video|audio)\/(webm|matroska)$/,
  mp4: /^video\/(mp4|x-m4v|quicktime)$/,
  mov: /^video\/quicktime$/
};
const TEXTUAL = new Set([
  'txt',
  'md',
  'csv',
  'tsv',
  'json',
  'tex',
  'py',
  'js',
  'ts',
  'java',
  'c',
  'cpp',
  'html',
  'ipynb'
]);
