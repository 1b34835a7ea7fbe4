import { getContext, setContext } from 'svelte';
import type { Anchor, RemarkView } from '$core/remarks/remarks';

/** Why something was not done, in words; null where it was. */
type Problem = Promise<string | null>;

/** What is remarked on the rounds that a page shows, and what its reader may do about it. */
export class Remarking {
  /** The remark that somebody wants to see in its place. */
  wanted = $state.raw<{ pieceId: string; id: string; turn: number } | null>(null);
  #turn = 0;

  /**
   * @param all  what the reader sees
   * @param note notes another one; null for whoever only reads
   * @param drop takes one away that was not returned yet
   */
  constructor(
    private all: () => readonly RemarkView[],
    readonly note: ((pieceId: string, anchor: Anchor, body: string) => Problem) | null = null,
    readonly drop: ((id: string) => Problem) | null = null
  ) {}

  of(pieceId: string): RemarkView[] {
    return this.all().filter((remark) => remark.pieceId === pieceId);
  }

  /** Shows a remark where it stands on its piece. */
  show({ pieceId, id }: RemarkView): void {
    this.wanted = { pieceId, id, turn: ++this.#turn };
  }
}

const REMARKING = Symbol('remarking');
export const setRemarking = (remarking: Remarking): Remarking => setContext(REMARKING, remarking);
/** Null on pages that show no remarks. */
export const getRemarking = (): Remarking | null => getContext<Remarking | undefined>(REMARKING) ?? null;
