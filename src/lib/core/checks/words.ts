import { placeAnchor } from '../pieces/places';
import type { Finding } from './check';

/** How many findings there are, as the foot bar says it; null where there are none. */
export function findingsText(count: number): string | null {
  if (count === 0) return null;
  return count === 1 ? '1 thing to look at' : `${count} things to look at`;
}

/** The id of the part of the page at which to look. */
export const anchorOf = ({ at }: Finding): string => ('part' in at ? at.part : placeAnchor(at.place));
