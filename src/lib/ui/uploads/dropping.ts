import type { Attachment } from 'svelte/attachments';

/** What was dropped or pasted. */
export interface Dropped {
  files: File[];
  /** A web address, where one was dropped instead of files. */
  link: string | null;
}

/**
 * Takes files and links that are dropped anywhere on an element.
 *
 * @param over told whether something hangs over it that can be dropped
 */
export function dropsOn(take: (dropped: Dropped) => void, over: (hangs: boolean) => void): Attachment<HTMLElement> {
  return (element) => {
    let depth = 0;
    const fits = (event: DragEvent) =>
      event.dataTransfer !== null &&
      ['Files', 'text/uri-list'].some((type) => event.dataTransfer?.types.includes(type));
    const enter = (event: DragEvent) => {
      if (!fits(event)) return;
      event.preventDefault();
      if (++depth === 1) over(true);
    };
    const stay = (event: DragEvent) => fits(event) && event.preventDefault();
    const leave = (event: DragEvent) => {
      if (fits(event) && --depth === 0) over(false);
    };
    const drop = (event: DragEvent) => {
      if (!fits(event) || !event.dataTransfer) return;
      event.preventDefault();
      depth = 0;
      over(false);
      take(droppedIn(event.dataTransfer));
    };
    const listeners = { dragenter: enter, dragover: stay, dragleave: leave, drop } as const;
    for (const [type, listener] of Object.entries(listeners)) element.addEventListener(type, listener as EventListener);
    return () => {
      for (const [type, listener] of Object.entries(listeners))
        element.removeEventListener(type, listener as EventListener);
    };
  };
}

/** Files and links of the clipboard or of a drag. A picture from the clipboard has no name of its own; it gets one. */
export function droppedIn(data: DataTransfer): Dropped {
  const files = [...data.files];
  const link = files.length > 0 ? null : (data.getData('text/uri-list').split('\n')[0] ?? '').trim();
  return { files, link: link === '' ? null : link };
}

/** Whether a paste is meant for a field of text, which keeps it. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || target.matches('input, textarea, select'));
}
