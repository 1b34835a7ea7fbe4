/** One place of a packet: a deliverable, or "also" (id null). */
export interface Place {
  id: string | null;
  optional: boolean;
}

/**
 * How full a packet is, counting only what was asked for. Optional means optional: it is never counted as lacking.
 */
export function fullness(
  places: readonly Place[],
  pieces: ReadonlyArray<{ deliverableId: string | null }>
): { asked: number; filled: number } {
  const asked = places.filter((place) => place.id !== null && !place.optional);
  const filled = asked.filter((place) => pieces.some((piece) => piece.deliverableId === place.id));
  return { asked: asked.length, filled: filled.length };
}

/** The state of the places in words, as the foot bar says it; null where nothing is asked for. */
export function fullnessWords({ asked, filled }: { asked: number; filled: number }): string | null {
  if (asked === 0) return null;
  if (filled === asked) return asked === 1 ? 'The one place asked for is filled' : `All ${asked} places are filled`;
  return asked === 1 ? 'The one place asked for is empty' : `${asked - filled} of ${asked} places still empty`;
}

/** The id under which a place stands on the page of its packet. */
export const placeAnchor = (placeId: string | null): string => `place-${placeId ?? 'also'}`;

/** "1 piece", "4 pieces". */
export function piecesText(count: number): string {
  return count === 1 ? '1 piece' : `${count} pieces`;
}
