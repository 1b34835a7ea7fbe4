import type { PieceKind } from '$core/pieces/kinds';
import { bytes } from './bytes';
import { link } from './link';
import { answers, page, portfolio, post } from './page';
import type { ServerPiece } from './module';

const MODULES: Record<PieceKind, ServerPiece> = {
  file: bytes('file'),
  scan: bytes('scan'),
  recording: bytes('recording'),
  page,
  answers,
  portfolio,
  post,
  link
};

/** What becomes of a kind of piece on the server. @throws Error for a kind that this version does not know */
export function serverPiece(kind: string): ServerPiece {
  const found = Object.entries(MODULES).find(([name]) => name === kind);
  if (!found) throw new Error(`There is no kind of piece called ${kind}.`);
  return found[1];
}
