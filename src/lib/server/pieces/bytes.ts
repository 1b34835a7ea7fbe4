import type { PieceKind } from '$core/pieces/kinds';
import { previewOf } from '../materials/preview';
import type { ServerPiece } from './module';

/** Bytes are what they are: a round keeps them by their hash. */
export const bytes = (kind: PieceKind): ServerPiece => ({
  freeze: async () => null,
  candidate: ({ name }, about) => ({ kind, name, size: about?.size ?? 0, mediaType: about?.mediaType }),
  lookAt: async ({ file }) => (file ? previewOf(file) : null)
});
