import type { Moment } from '../time/moment';

/** What a student or teacher can set out to do with a packet. */
export type Action =
  | { do: 'open' }
  | { do: 'add-piece'; piece: string }
  | { do: 'remove-piece'; piece: string }
  /** `bare`: declared finished without pieces, knowingly. */
  | { do: 'submit'; bare?: true }
  /** `coming`: how many pieces are still under way. */
  | { do: 'seal'; coming: number }
  /** A sealed piece has arrived. */
  | { do: 'arrive'; piece: string }
  /** The last one has: what was sealed becomes a round. */
  | { do: 'complete-seal' }
  | { do: 'break-seal' }
  | { do: 'let-seal-run-out' }
  | { do: 'take-back'; restores: number | null; ifDue?: true }
  | { do: 'let-stand-again' }
  | { do: 'nominate'; round: number }
  | { do: 'ask-back'; reason: string }
  | { do: 'decline-asking-back' }
  | { do: 'hand-back' }
  | { do: 'revise' }
  | { do: 'drop-revision'; pieces: number }
  | { do: 'declare-done'; note?: string }
  | { do: 'withdraw-declaration' }
  | { do: 'open-round' }
  | { do: 'mark' }
  | { do: 'return'; outcome: 'settled' | 'another-round'; due?: Moment | null; closes?: Moment | null }
  | { do: 'look-and-settle' }
  /** `to`: a stage's id; null past the last one. */
  | { do: 'move-stage'; to: string | null; remark: string }
  | { do: 'undo-return' }
  | { do: 'excuse' }
  | { do: 'lift-excuse' }
  | { do: 'receive-in-person' }
  | { do: 'undo-in-person' }
  | { do: 'find-incomplete' }
  | { do: 'claim-in-person'; note: string }
  | { do: 'withdraw-claim' }
  | { do: 'decline-claim' }
  | { do: 'extend'; due?: Moment | null; closes?: Moment | null };
