import { partName } from '../materials/file-kinds';
import type { Moment } from '../time/moment';
import type { Receipt } from './receipt';

/** A file of a bag's payload, by its path below the bag's folder. */
export interface Payload {
  path: string;
  size: number;
  sha256: string;
}

/**
 * Where each received file lies in the bag: a folder for each place, and a number before the ending where two of one
 * place have one name; captions lie beside their recording. Links of receipts from before they were written down (version 1) have no bytes, so they are listed in
 * the receipt alone.
 *
 * @param names `as-once`: as bags of earlier versions named them, which are still verified
 */
export function payloadOf(receipt: Pick<Receipt, 'pieces'>, names: 'plain' | 'as-once' = 'plain'): Payload[] {
  const safe = names === 'plain' ? plainName : nameAsOnce;
  const taken = new Set<string>();
  return receipt.pieces.flatMap((piece) => {
    const { sha256, size } = piece;
    if (sha256 === undefined || size === undefined) return [];
    const folder = safe(piece.place ?? 'Also');
    // What was met at a link is written down in Markdown.
    const [stem, ending] = piece.url !== undefined ? [safe(piece.name), '.md'] : partName(safe(piece.name));
    const file = { path: free(taken, `data/${folder}/${stem}`, ending), size, sha256 };
    const besides = (piece.besides ?? []).flatMap((one) => beside(taken, `data/${folder}`, one, safe));
    const captions = piece.captions ? [{ path: free(taken, `data/${folder}/${stem}`, '.vtt'), ...piece.captions }] : [];
    return [file, ...captions, ...besides];
  });
}

/** What travels with a page. Its pictures are named for their bytes, so that two pages of one place share them. */
function beside(
  taken: Set<string>,
  folder: string,
  { path, size, sha256 }: Payload,
  safe: (name: string) => string
): Payload[] {
  const at = `${folder}/${path.split('/').map(safe).join('/')}`;
  if (path.startsWith('pictures/')) {
    if (taken.has(at.toLowerCase())) return [];
    taken.add(at.toLowerCase());
    return [{ path: at, size, sha256 }];
  }
  const [stem, ending] = partName(at);
  return [{ path: free(taken, stem, ending), size, sha256 }];
}

/** A path that nothing else has, whatever a file system makes of upper and lower case. */
function free(taken: Set<string>, stem: string, ending: string): string {
  let path = `${stem}${ending}`;
  for (let no = 2; taken.has(path.toLowerCase()); no++) path = `${stem} (${no})${ending}`;
  taken.add(path.toLowerCase());
  return path;
}

/**
 * A manifest (RFC 8493, section 2.1.3): a hash and a path on each line. Percent signs and line breaks of a path are
 * written as percent-encoded, and nothing else.
 */
export function manifest(files: ReadonlyArray<{ path: string; sha256: string }>): string {
  return files.map(({ path, sha256 }) => `${sha256}  ${encodedPath(path)}\n`).join('');
}

/** The bag declaration (section 2.1.1). */
export const DECLARATION = 'BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n';

/** What the bag says of itself (section 2.2.2). `Payload-Oxum` is octets and streams of the payload. */
export function bagInfo(receipt: Receipt, payload: readonly Payload[], bagged: Moment): string {
  const octets = payload.reduce((sum, { size }) => sum + size, 0);
  const lines: Array<[label: string, value: string]> = [
    ['Bagging-Date', new Date(bagged).toISOString().slice(0, 10)],
    ['External-Identifier', receipt.number],
    ['External-Description', `${receipt.assignment}, round ${receipt.round}, ${receipt.student}`],
    ['Bag-Group-Identifier', receipt.course],
    ['Payload-Oxum', `${octets}.${payload.length}`]
  ];
  return lines.map(([label, value]) => `${label}: ${value.replace(/[\r\n]+/g, ' ')}\n`).join('');
}

const encodedPath = (path: string) => path.replace(/%/g, '%25').replace(/\r/g, '%0D').replace(/\n/g, '%0A');

/** A name that every file system takes as one. */
const nameAsOnce = (name: string) => name.replace(/[\\/:*?"<>|\p{Cc}]/gu, '-').replace(/^\.+|[. ]+$/g, '') || 'piece';
/** And that a manifest writes as it is: a percent sign would be written as three letters, which `sha256sum -c` does not read. */
const plainName = (name: string) => nameAsOnce(name.replaceAll('%', '-'));

/** What a piece is called in the bag, where its own name would not do; null where it keeps it. */
export function namedInBag(receipt: Pick<Receipt, 'pieces'>, piece: Receipt['pieces'][number]): string | null {
  const { sha256, name } = piece;
  const place = `data/${plainName(piece.place ?? 'Also')}/`;
  const found = payloadOf(receipt).find((one) => one.sha256 === sha256 && one.path.startsWith(place));
  const called = found?.path.slice(place.length) ?? name;
  return piece.url !== undefined || called === name ? null : called;
}
