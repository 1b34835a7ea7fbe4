import { bytesOf } from '../pieces/registry';
import { sheetFinding, SHEET_TROUBLES } from '../scans/measures';
import { askedPieces, type Check } from './check';

/** Every sheet of a scan can be read, lies upright, and is there once; there are as many as are wanted. */
export const sheets: Check = {
  name: 'sheets',
  title: 'Scanned sheets are whole, bright, sharp, upright and each there once',
  find: (situation) => [
    ...situation.pieces.flatMap((piece) => {
      const scan = bytesOf(piece)?.facts?.made?.scan;
      if (!scan) return [];
      return SHEET_TROUBLES.flatMap((trouble) => {
        const numbers = scan.sheets.flatMap((troubles, i) => (troubles.includes(trouble) ? [i + 1] : []));
        if (numbers.length === 0) return [];
        const words = `${piece.name}: ${sheetFinding(trouble, scan.sheets.length > 1 ? numbers : [])}`;
        return [{ words, at: { place: piece.deliverableId } }];
      });
    }),
    ...tooFew(situation)
  ]
};

/** Scans that came as a picture of each sheet have no pages of their own to be counted. */
const tooFew: Check['find'] = (situation) => {
  const places = new Map<string, { wanted: number; there: number }>();
  for (const { piece, place } of askedPieces(situation)) {
    const scan = bytesOf(piece)?.facts?.made?.scan;
    const wanted = place.wants.pages?.from;
    if (!scan || wanted === undefined || bytesOf(piece)?.mediaType.startsWith('application/pdf')) continue;
    places.set(place.id, { wanted, there: (places.get(place.id)?.there ?? 0) + scan.sheets.length });
  }
  return [...places]
    .filter(([, { wanted, there }]) => there < wanted)
    .map(([place, { wanted, there }]) => ({
      words: `${wanted} sheets are wanted; ${there === 1 ? '1 was' : `${there} were`} scanned.`,
      at: { place }
    }));
};
