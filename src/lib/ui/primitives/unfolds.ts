import type { Attachment } from 'svelte/attachments';

/**
 * Tells whether a fold is open, now and whenever that changes.
 *
 * What somebody opened before the scripts had come stays open: bound to a value of the page it would be closed by them.
 */
export const unfolds =
  (tell: (open: boolean) => void): Attachment<HTMLDetailsElement> =>
  (fold) => {
    const look = () => tell(fold.open);
    look();
    fold.addEventListener('toggle', look);
    return () => fold.removeEventListener('toggle', look);
  };
