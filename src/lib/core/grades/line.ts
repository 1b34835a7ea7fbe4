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
}
