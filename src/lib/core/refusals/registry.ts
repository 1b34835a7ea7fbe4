import {
  UNFINISHED_REFUSALS,
  unfinishedRefusalWords,
  type UnfinishedRefusal
} from '../assignments/unfinished-refusals';
import { STARTER_REFUSALS, starterRefusalWords, type StarterRefusal } from '../assignments/starter-refusals';
import { JOIN_REFUSALS, joinRefusalWords, type JoinRefusal } from '../courses/join-phrase';
import { FAMILY_REFUSALS, familyRefusalWords, type FamilyRefusal } from '../family/refusals';
import { GRADE_REFUSALS, gradeRefusalWords, type GradeRefusal } from '../grades/refusals';
import { CREDIT_REFUSALS, creditRefusalWords, type CreditRefusal } from '../judging/credit-refusals';
import { MARK_REFUSALS, markRefusalWords, type MarkRefusal } from '../marking/words';
import { REFUSALS, type Refusal } from '../packets/refusals';
import { refusalWords } from '../packets/refusal-words';
import { PARTY_REFUSALS, partyRefusalWords, type PartyRefusal } from '../parties/refusals';
import { PEER_REFUSALS, peerRefusalWords, type PeerRefusal } from '../peers/refusals';
import { PLAN_REFUSALS, planRefusalWords, type PlanRefusal } from '../plan/refusals';
import { PIECE_REFUSALS, pieceRefusalWords, type PieceRefusal } from '../pieces/refusals';
import { PORTFOLIO_REFUSALS, portfolioRefusalWords, type PortfolioRefusal } from '../portfolio/refusals';
import { READING_REFUSALS, readingRefusalWords, type ReadingRefusal } from './reading-refusals';
import { SCHOOL_REFUSALS, schoolRefusalWords, type SchoolRefusal } from '../school/refusals';
import { STORE_TROUBLES, storeTroubleWords, type StoreTrouble } from '../shelf/outside';
import { SAID_REFUSALS, saidRefusalWords, type SaidRefusal } from '../threads/rules';

/** Every reason for which something can be refused. A new topic is a line here and in `TOPICS`. */
export type RefusalCode =
  | Refusal
  | PieceRefusal
  | MarkRefusal
  | CreditRefusal
  | GradeRefusal
  | FamilyRefusal
  | PlanRefusal
  | PortfolioRefusal
  | PartyRefusal
  | PeerRefusal
  | ReadingRefusal
  | JoinRefusal
  | SaidRefusal
  | SchoolRefusal
  | StoreTrouble
  | UnfinishedRefusal
  | StarterRefusal;

/** What the words of some reasons depend on. */
export interface RefusedAt {
  /** Teachers read some reasons differently. */
  reader?: 'teacher';
  /** The most bytes that the place takes. */
  largest: number;
  /** The endings that the place takes, where it takes only some. */
  types?: readonly string[];
}

/** What happened and what to do, for the person who was refused: for browser and server alike. */
export function wordsOfRefusal(why: RefusalCode, at: RefusedAt): string {
  const words = WORDS.get(why);
  if (!words) throw new Error(`There are no words for ${why}.`);
  return words(at);
}

/** Whether a code, as it came over the line, is one that has words. */
export const isRefusalCode = (code: string): code is RefusalCode => WORDS.has(code);

/** Every code, once: two topics that mean different things by one code would be told each other's words. */
export const REFUSAL_CODES: readonly RefusalCode[] = [
  ...REFUSALS,
  ...MARK_REFUSALS,
  ...CREDIT_REFUSALS,
  ...GRADE_REFUSALS,
  ...FAMILY_REFUSALS,
  ...PLAN_REFUSALS,
  ...PORTFOLIO_REFUSALS,
  ...PARTY_REFUSALS,
  ...PEER_REFUSALS,
  ...READING_REFUSALS,
  ...PIECE_REFUSALS,
  ...JOIN_REFUSALS,
  ...SAID_REFUSALS,
  ...SCHOOL_REFUSALS,
  ...STORE_TROUBLES,
  ...UNFINISHED_REFUSALS,
  ...STARTER_REFUSALS
];

const topic = <C extends RefusalCode>(codes: readonly C[], words: (why: C, at: RefusedAt) => string) =>
  codes.map((why) => [why, (at: RefusedAt) => words(why, at)] as const);

const WORDS = new Map<string, (at: RefusedAt) => string>([
  ...topic(REFUSALS, (why, { reader }) => (reader === 'teacher' ? markRefusalWords(why) : refusalWords(why))),
  ...topic(MARK_REFUSALS, markRefusalWords),
  ...topic(CREDIT_REFUSALS, creditRefusalWords),
  ...topic(GRADE_REFUSALS, gradeRefusalWords),
  ...topic(FAMILY_REFUSALS, familyRefusalWords),
  ...topic(PLAN_REFUSALS, planRefusalWords),
  ...topic(PORTFOLIO_REFUSALS, portfolioRefusalWords),
  ...topic(PARTY_REFUSALS, partyRefusalWords),
  ...topic(PEER_REFUSALS, peerRefusalWords),
  ...topic(READING_REFUSALS, readingRefusalWords),
  ...topic(PIECE_REFUSALS, (why, { largest, types }) => pieceRefusalWords(why, largest, types)),
  ...topic(JOIN_REFUSALS, joinRefusalWords),
  ...topic(SAID_REFUSALS, saidRefusalWords),
  ...topic(SCHOOL_REFUSALS, schoolRefusalWords),
  ...topic(STORE_TROUBLES, storeTroubleWords),
  ...topic(UNFINISHED_REFUSALS, unfinishedRefusalWords),
  ...topic(STARTER_REFUSALS, starterRefusalWords)
]);
