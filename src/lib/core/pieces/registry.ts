import { answers } from './answers';
import { file } from './file';
import type { PieceKind } from './kinds';
import { link } from './link';
import type { PieceModule } from './module';
import type { BytesPiece, LinkInside, LinkPiece, PieceView } from './piece';
import { page, portfolio, post } from './page';
import { recording } from './recording';
import { scan } from './scan';

/** Every kind of piece. A new one is a line here, and one each in the registries of `server/pieces` and `ui/pieces`. */
const MODULES: { [K in PieceKind]: PieceModule<Extract<PieceView, { kind: K }>> } = {
  file,
  link,
  scan,
  recording,
  page,
  answers,
  portfolio,
  post
};

/** The module of a kind. Its functions take pieces of that kind alone; TypeScript cannot follow that through the lookup. */
export const moduleOf = (kind: PieceKind) => MODULES[kind] as unknown as PieceModule<PieceView>;

/** The piece, where it is bytes that can be looked into; null where it is none. */
export const bytesOf = (piece: PieceView): BytesPiece | null => moduleOf(piece.kind).bytes(piece);

/** The piece, where it is an address of its own; null where it is none. */
export const addressOf = (piece: PieceView): LinkPiece | null => moduleOf(piece.kind).address(piece);

/** Every address that the piece leads to, with what was found there; null where it has not been read yet. */
export const leadsTo = (piece: PieceView): LinkInside[] | null => moduleOf(piece.kind).leadsTo(piece);
