import type { Posted } from '../pieces/posted-words';
import type { MustDo } from '../assignments/must-do';
import type { Custody } from '../packets/custody';
import type { DeliverableView } from '../packets/views';
import type { PieceView } from '../pieces/piece';
import type { Moment } from '../time/moment';

/** Everything that checks look at. It is what the page of the packet knows anyway: no check fetches anything. */
export interface Situation {
  custody: Custody;
  deliverables: readonly DeliverableView[];
  pieces: readonly PieceView[];
  mustDo: readonly MustDo[];
  /** The site that the student declared as their own. */
  ownSite: string | null;
  /** Files that are still on their way to the packet, by the places that they are bound for. */
  coming: ReadonlyArray<string | null>;
  /** How long they still take at the present speed, in seconds; null where that is not known. */
  comingSeconds: number | null;
  /** The assignment's own title, and the titles of the student's other ones. */
  title: string;
  others: readonly string[];
  /** Names of the checks that the teacher made strict here. */
  strict: readonly string[];
  courseZone: string;
  /** By when to submit so that another round still fits before it must be passed; null where that is not known or not asked. */
  submitBy: Moment | null;
  /** Names of those of the party who have not looked at what lies there now, besides whoever reads this. */
  unlooked?: readonly string[] | undefined;
  /** Parts of the packet's pages that are not finished. */
  openParts?: ReadonlyArray<{ title: string; mine: boolean }> | undefined;
  /** What the reader has said on the open floor. */
  posted?: Posted | null | undefined;
  now: Moment;
}

/** Something that the student should look at before they submit. */
export interface Finding {
  words: string;
  /** Where to look: a place of the packet (null is the "also" place), or another part of the page by its id. */
  at: { place: string | null } | { part: 'brief' | 'packet' };
}

/** A check that found something, with its name. `stops`: the teacher made it strict, so it keeps from submitting. */
export type Found = Finding & { check: string; stops: boolean };

/**
 * One check. `name` stands in the database and is never shown; `find` is pure and answers with nothing where all is fine.
 * Optional deliverables and items are never reported as lacking.
 */
export interface Check {
  name: string;
  /** What it looks for, as the teacher reads it who makes it strict. */
  title: string;
  /** It tells what happens and asks for nothing, so that it cannot be made strict. */
  advises?: true;
  find(at: Situation): Finding[];
}

/** Every piece that was asked for with what its place wants, in the order of the places. */
export function askedPieces({
  deliverables,
  pieces
}: Situation): Array<{ piece: PieceView; place: DeliverableView; at: { place: string } }> {
  return deliverables.flatMap((place) =>
    pieces
      .filter((piece) => piece.deliverableId === place.id)
      .map((piece) => ({ piece, place, at: { place: place.id } }))
  );
}
