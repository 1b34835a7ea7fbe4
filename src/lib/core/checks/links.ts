import { addressText, liesOn } from '../links/address';
import { isDoubtful } from '../links/verdict';
import { insideText, verdictText } from '../links/words';
import type { PieceView } from '../pieces/piece';
import { addressOf, leadsTo } from '../pieces/registry';
import type { Check, Finding, Situation } from './check';

/** Every link opens for a teacher, in places and inside documents, and lies on the student's own site where it has to. */
export const links: Check = {
  name: 'links',
  title: 'Every link opens for a teacher',
  find: (situation) => situation.pieces.flatMap((piece) => [...unopened(piece), ...elsewhere(piece, situation)])
};

function unopened(piece: PieceView): Finding[] {
  const at = { place: piece.deliverableId };
  const own = addressOf(piece);
  if (own) {
    if (!own.look || !isDoubtful(own.look) || own.knowingly) return [];
    return [{ words: `${piece.name}: ${verdictText(own.look.verdict).toLowerCase()}.`, at }];
  }
  const inside = leadsTo(piece) ?? [];
  return inside.some(isDoubtful) ? [{ words: `${piece.name}: ${insideText(inside)}.`, at }] : [];
}

function elsewhere(piece: PieceView, { deliverables, ownSite }: Situation): Finding[] {
  const place = deliverables.find(({ id }) => id === piece.deliverableId);
  const own = addressOf(piece);
  if (!own || !place?.wants.ownSite) return [];
  const at = { place: place.id };
  if (ownSite === null) return [{ words: `${place.title}: say which site is yours.`, at }];
  return liesOn(own.url, ownSite)
    ? []
    : [{ words: `${piece.name} does not lie on your site, ${addressText(ownSite)}.`, at }];
}
