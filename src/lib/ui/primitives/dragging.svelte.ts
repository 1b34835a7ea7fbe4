import { untrack } from 'svelte';
import type { Attachment } from 'svelte/attachments';
import type { DndEvent, dragHandle, dragHandleZone, Item, Options } from 'svelte-dnd-action';

/** What a list is told: the order of its items under the pointer, and the one in which somebody let go. */
interface Hears<T> {
  consider: (order: T[]) => void;
  finalize: (order: T[], moved: string) => void;
}

/**
 * A list whose items are dragged by their grips into another order, or into another list of the same type (by
 * svelte-dnd-action). What does that is fetched when somebody's pointer comes near, and at once where fingers point: a list
 * is read far more often than it is put in order.
 */
export function dragZone<T extends Item>(options: () => Options<T>, hears: Hears<T>): Attachment<HTMLElement> {
  return (list) => {
    if (!library) return whenNear(list);
    const consider = ({ detail }: CustomEvent<DndEvent<T>>) => hears.consider(detail.items);
    const finalize = ({ detail }: CustomEvent<DndEvent<T>>) => hears.finalize(detail.items, detail.info.id);
    list.addEventListener('consider', consider as EventListener);
    list.addEventListener('finalize', finalize as EventListener);
    // What changes while something is dragged must not begin anew.
    const zone = library.dragHandleZone(list, untrack(options));
    $effect(() => zone.update?.(options()));
    return () => {
      zone.destroy?.();
      list.removeEventListener('consider', consider as EventListener);
      list.removeEventListener('finalize', finalize as EventListener);
    };
  };
}

/** By what an item of such a list is held. */
export const dragGrip: Attachment<HTMLElement> = (grip) => {
  if (!library) return;
  const handle = library.dragHandle(grip);
  return () => handle.destroy?.();
};

interface Library {
  dragHandle: typeof dragHandle;
  dragHandleZone: typeof dragHandleZone;
}
let library = $state.raw<Library | null>(null);

function whenNear(list: HTMLElement): () => void {
  const fetched = async () => {
    try {
      library ??= await import('svelte-dnd-action');
    } catch {
      // Without the line nothing is dragged now; the next time that a pointer comes near it is tried again.
    }
  };
  const near = () => void fetched();
  list.addEventListener('pointerenter', near);
  if (matchMedia('(pointer: coarse)').matches) near();
  return () => list.removeEventListener('pointerenter', near);
}
