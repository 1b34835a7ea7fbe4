import { getContext, setContext } from 'svelte';
import type { Phrase } from '$core/remarks/phrases';
import type { RemarkView } from '$core/remarks/remarks';
import type { Anchor } from '$core/remarks/anchor';

/** Why something was not done, in words; null where it was. */
type Problem = Promise<string | null>;

/** A remark as it is noted. */
export interface Noted {
  anchor: Anchor;
  body: string;
  /** The row of the rubric that it belongs to; null where to none. */
  criterionId: string | null;
  /** What was said aloud beside it. */
  voiceId?: string | null;
}

/** A teacher's own phrases. */
export interface Phrases {
  read(): Promise<Phrase[]>;
  keep(body: string): Problem;
  touch(id: string, what: 'used' | 'drop'): Promise<void>;
}

/** What a marking teacher does beside reading. */
export interface Noting {
  note(pieceId: string, noted: Noted): Problem;
  /** Takes one away that was not returned yet. */
  drop(id: string): Problem;
  /**
   * Keeps what is said aloud for the next remark; null for whoever only writes.
   *
   * @returns its id, or why it could not be kept, in words
   */
  speak: ((file: Blob, seconds: number) => Promise<{ id: string } | { words: string }>) | null;
  /** Null for whoever keeps none. */
  phrases: Phrases | null;
  /** Whose work it is, and the rows of its rubric. */
  about(): { student: string; criteria: ReadonlyArray<{ id: string; title: string }> };
  /** Whether a piece is shown from the beginning, by its id. */
  opens(pieceId: string): boolean;
}

/** What is remarked on the rounds that a page shows, and what its reader may do about it. */
export class Remarking {
  /** The remark that somebody wants to see in its place. */
  wanted = $state.raw<{ pieceId: string; id: string; turn: number } | null>(null);
  #turn = 0;

  /**
   * @param all    what the reader sees
   * @param noting null for whoever only reads
   * @param answer says something to a remark that was returned; null for whoever cannot
   */
  constructor(
    private all: () => readonly RemarkView[],
    readonly noting: Noting | null = null,
    readonly answer: ((id: string, body: string) => Problem) | null = null
  ) {}

  of(pieceId: string): RemarkView[] {
    return this.all().filter((remark) => remark.pieceId === pieceId);
  }

  /** Shows a remark where it stands on its piece. */
  show({ pieceId, id }: Pick<RemarkView, 'pieceId' | 'id'>): void {
    this.wanted = { pieceId, id, turn: ++this.#turn };
  }

  /** Goes on to the remark after the one that was shown last, or before it, in the order in which they are read. */
  step(by: 1 | -1): void {
    const all = this.all();
    const at = all.findIndex(({ id }) => id === this.wanted?.id);
    const next = all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length];
    if (next) this.show(next);
  }
}

const REMARKING = Symbol('remarking');
export const setRemarking = (remarking: Remarking): Remarking => setContext(REMARKING, remarking);
/** Null on pages that show no remarks. */
export const getRemarking = (): Remarking | null => getContext<Remarking | undefined>(REMARKING) ?? null;
