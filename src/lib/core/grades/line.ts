import type { Way } from '../judging/ways';
import type { DeskLine } from '../packets/desk';
import type { Moment } from '../time/moment';

/** One assignment among a student's grades. */
export interface GradeLine extends DeskLine {
  /** The teacher's latest word on it; empty where there is none. */
  remark: string;
  /** Who said so and when; null while nothing was returned. */
  by: string | null;
  returnedAt: Moment | null;
  /** How it is judged. */
  settles: Way;
  /** How many rounds there may be, those that were granted among them, and how many were used; null for as many as one likes. */
  allowance: number | null;
  roundsUsed: number;
  /** What lateness leaves of the round that stands; null where none does. */
  standingKept: number | null;
  /** Granted of what its credits should add up to; null where it has none. */
  credits: { granted: number; target: number } | null;
  /** It was handed over in person last, and was not yet what was asked. */
  lacksInPerson: boolean;
  /** The stages that it passes, by their names; empty where it passes none. */
  stages: readonly string[];
}
