import type { PieceView } from '$core/pieces/piece';
import { isStarterCopy } from '$core/pieces/starter-copy';
import type { OwnWork } from '$ui/packets/own-work.svelte';
import type { PageGoal } from '$ui/pages/goal';
import type { Writing } from '$ui/pieces/writing';

/** How pages of a packet are written on, and the one that is open. */
export class OwnWriting implements Writing {
  opened = $state.raw<PageGoal | null>(null);
  #work: OwnWork;

  constructor(work: OwnWork) {
    this.#work = work;
  }

  goalOf({ id: pieceId, name, deliverableId }: Pick<PieceView, 'id' | 'name' | 'deliverableId'>): PageGoal {
    const { facts, view } = this.#work;
    const { wants = {}, starter = false } = view.deliverables.find(({ id }) => id === deliverableId) ?? {};
    return {
      ...{ assignmentId: facts.assignmentId, pieceId, name, wants, starter, together: view.together !== null },
      checked: (written) => this.#work.foundWhile(pieceId, written),
      toChange: () => this.#work.toChange,
      unseen: (page) => this.#work.unseenLinks(pieceId, page)
    };
  }

  copyBeside({ id, deliverableId }: PieceView): PageGoal | null {
    const { pieces } = this.#work.packet;
    const copy = pieces.find((one) => one.id !== id && one.deliverableId === deliverableId && isStarterCopy(one));
    return copy ? this.goalOf(copy) : null;
  }

  open(goal: PageGoal): void {
    this.opened = goal;
  }
}
