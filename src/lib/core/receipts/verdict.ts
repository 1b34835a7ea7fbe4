import { payloadOf, type Payload } from './bag';
import type { Receipt } from './receipt';

/** What became of one piece since it was received. */
export type PieceState = 'sound' | 'altered' | 'missing' | 'added';

export interface PieceVerdict {
  path: string;
  state: PieceState;
}

/**
 * Holds the files of a bag against what the school signed. The manifests inside the bag are not asked: whoever alters a
 * file can write them anew, but cannot sign the receipt.
 *
 * @param files every file of the bag with its hash, by its path from the bag's folder on
 */
export function bagVerdict(receipt: Receipt, files: ReadonlyArray<{ path: string; sha256: string }>): PieceVerdict[] {
  const there = new Map(files.map(({ path, sha256 }) => [path, sha256]));
  const found = (payload: Payload[]) => payload.filter(({ path }) => there.has(path)).length;
  const [now, once] = [payloadOf(receipt), payloadOf(receipt, 'as-once')];
  const payload = found(once) > found(now) ? once : now;
  const listed = payload.map(({ path, sha256 }): PieceVerdict => {
    const has = there.get(path);
    return { path, state: has === undefined ? 'missing' : has === sha256 ? 'sound' : 'altered' };
  });
  const known = new Set(listed.map(({ path }) => path));
  const added = files.filter(({ path }) => path.startsWith('data/') && !known.has(path));
  return [...listed, ...added.map(({ path }): PieceVerdict => ({ path, state: 'added' }))];
}

/**
 * Whether the plain receipt of a bag says what was signed, whatever the order of its names. A bag that has none says nothing
 * else.
 */
export function saysTheSame(plain: string | null, signed: unknown): boolean {
  if (plain === null) return true;
  try {
    return ordered(JSON.parse(plain)) === ordered(signed);
  } catch {
    return false;
  }
}

const ordered = (value: unknown): string =>
  JSON.stringify(value, (_, inner: unknown) =>
    inner !== null && typeof inner === 'object' && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : 1)))
      : inner
  );

/** What is said of one piece. */
export const pieceStateWords: Record<PieceState, string> = {
  sound: 'As it was received',
  altered: 'Altered since it was received',
  missing: 'Missing from this bag',
  added: 'Not part of what was received'
};

/** What is said of the whole. */
export function bagVerdictWords(pieces: readonly PieceVerdict[]): string {
  const wrong = pieces.filter(({ state }) => state !== 'sound').length;
  if (wrong === 0) return 'The signature holds, and every file is as it was received.';
  return `The signature holds, but ${wrong === 1 ? 'one file is' : `${wrong} files are`} not as received.`;
}
