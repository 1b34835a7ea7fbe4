import type { Check, Found, Situation } from './check';
import type { PieceView } from '../pieces/piece';
import { filledPlaces } from './filled-places';
import { handedOut } from './handed-out';
import { emptyInside } from './empty-inside';
import { links } from './links';
import { measures } from './measures';
import { mustDo } from './must-do';
import { names } from './names';
import { portfolios } from './portfolios';
import { posts } from './posts';
import { prompts } from './prompts';
import { ownParts } from './own-parts';
import { otherWork } from './other-work';
import { recordings } from './recordings';
import { sameAgain } from './same-again';
import { setting } from './setting';
import { sheets } from './sheets';
import { sound } from './sound';
import { stillComing } from './still-coming';
import { time } from './time';
import { together } from './together';
import { twoCopies } from './two-copies';

/** Every check, in the order in which their findings are read. A new one is one file and one line here. */
export const CHECKS: readonly Check[] = [
  stillComing,
  filledPlaces,
  sound,
  emptyInside,
  sheets,
  recordings,
  measures,
  setting,
  prompts,
  twoCopies,
  handedOut,
  sameAgain,
  links,
  portfolios,
  posts,
  together,
  ownParts,
  names,
  otherWork,
  mustDo,
  time
];

/** Checks that a teacher can make strict, with what each looks for. */
export const STRICTABLE = CHECKS.filter(({ advises }) => !advises).map(({ name, title }) => ({ name, title }));

/**
 * What a student should look at before they submit. Only what a check finds that the teacher made strict keeps them from
 * submitting; that stands first.
 */
export function runChecks(at: Situation): Found[] {
  const found = CHECKS.flatMap(({ name, find }) =>
    find(at).map((finding) => ({ ...finding, check: name, stops: at.strict.includes(name) }))
  );
  return [...found.filter(({ stops }) => stops), ...found.filter(({ stops }) => !stops)];
}

/**
 * What the checks say of a round, for whoever reads it. What is about time, about earlier rounds and about the packet at hand was its
 * student's alone.
 */
export function checksOfRound(
  at: Pick<Situation, 'custody' | 'deliverables' | 'pieces' | 'title' | 'courseZone' | 'now'>
): Found[] {
  const deliverables = at.deliverables.map((place) => ({ ...place, wants: { ...place.wants, ownSite: undefined } }));
  const nothing = {
    mustDo: [],
    ownSite: null,
    coming: [],
    comingSeconds: null,
    others: [],
    strict: [],
    submitBy: null
  };
  return runChecks({ ...at, ...nothing, deliverables }).filter(({ check }) => !OF_THE_PACKET.has(check));
}
const OF_THE_PACKET = new Set([stillComing, mustDo, time, sameAgain, twoCopies].map(({ name }) => name));

/**
 * What is found because of one piece as it would be now: everything that would be said with it and is not said without it.
 *
 * @param at with the piece as it was, or without it
 */
export function foundBecauseOf(piece: PieceView, at: Situation): Found[] {
  const others = at.pieces.filter(({ id }) => id !== piece.id);
  const without = new Set(runChecks({ ...at, pieces: others }).map(({ words }) => words));
  const pieces = at.pieces.map((one) => (one.id === piece.id ? piece : one));
  return runChecks({ ...at, pieces }).filter(({ words }) => !without.has(words));
}
