import { addressText, liesOn } from '../links/address';
import { isDoubtful } from '../links/verdict';
import { insideText, verdictText } from '../links/words';
import type { PieceView } from '../packets/views';
import type { Check, Finding, Situation } from './check';

/** Every link opens for a teacher, in places and inside documents, and lies on the student's own site where it has to. */
export const links: Check = {
  name: 'links',
  title: 'Every link opens for a teacher',
  find: (situation) => situation.pieces.flatMap((piece) => [...unopened(piece), ...elsewhere(piece, situation)])
};

function unopened(piece: PieceView): Finding[] {
  const at = { place: piece.deliverableId };
  if (piece.kind === 'link') {
    if (!piece.look || !isDoubtful(piece.look) || piece.knowingly) return [];
    return [{ words: `${piece.name}: ${verdictText(piece.look.verdict).toLowerCase()}.`, at }];
  }
  return piece.links?.some(isDoubtful) ? [{ words: `${piece.name}: ${insideText(piece.links)}.`, at }] : [];
}

function elsewhere(piece: PieceView, { deliverables, ownSite }: Situation): Finding[] {
  const place = deliverables.find(({ id }) => id === piece.deliverableId);
  if (piece.kind !== 'link' || !place?.wants.ownSite) return [];
  const at = { place: place.id };
  if (ownSite === null) return [{ words: `${place.title}: say which site is yours.`, at }];
  return liesOn(piece.url, ownSite)
    ? []
    : [{ words: `${piece.name} does not lie on your site, ${addressText(ownSite)}.`, at }];
}
