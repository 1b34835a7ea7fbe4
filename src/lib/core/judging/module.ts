import type { JudgingRefusal, SettledBy } from './ways';

/** What can be done towards settling a packet; the rest of its life is the same in every way of judging. */
export type Step =
  /** The student works on pieces and submits them. */
  | 'submit'
  /** The student says that it is done. */
  | 'declare'
  /** The teacher notes points or a remark. */
  | 'mark'
  /** The teacher returns it as settled. */
  | 'settle'
  /** The teacher settles it by having looked at it. */
  | 'look'
  /** Whoever has it passes it to another stage. */
  | 'move'
  /** The teacher grants credits for an activity. */
  | 'grant';

/** A button of the marking desk that ends a round. */
export interface Answer {
  step: 'settle' | 'look';
  label: string;
  /** The same where what was settled is corrected; null where that is not offered. */
  correcting: string | null;
}

/** What a way of judging answers for itself, so that nobody else has to ask which way it is. */
export interface WayOfJudging {
  /** Why a step is not taken in this way; what is not named is. */
  refuses: Partial<Record<Step, JudgingRefusal>>;
  /** Steps that no other way has, unless it names them too. */
  takes?: ReadonlyArray<'move' | 'grant'>;
  /** What its work is settled by. */
  settledBy: SettledBy;
  /** Whether a result has points, where the assignment gives any. */
  points: boolean;
  /** What the marking desk offers beside asking for another round. */
  answers: readonly Answer[];
  words: {
    /** Among the choices of whoever sets it, after "It settles". */
    choice: string;
    /** In the facts of the student. */
    settling: string;
    /** Who holds it, once it is settled. */
    settled: string;
    /** What the student is told when it settles; `title` names the assignment. */
    told: (title: string) => string;
  };
}
