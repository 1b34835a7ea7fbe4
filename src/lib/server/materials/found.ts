import type { Preview } from '$core/materials/preview';
import type { StoredFile } from '../blobs/stored-file';
import type { SetAs } from '$core/pages/set-as';
import { previewOf } from './preview';

/** What somebody may look at or download: the bytes, and what else there is of them. Whoever holds it has been allowed to. */
export interface Found {
  /** Null where nothing is kept yet, as of a link in a packet that was not submitted. */
  file: StoredFile | null;
  /** What can be shown in place; null where there is nothing. */
  look(): Promise<Preview | null>;
  /** A picture that stands for it: what a linked page offered of itself. */
  picture: StoredFile | null;
  /** What is said in it, as WebVTT. */
  captions?: StoredFile | null;
  /** How a page is set; absent of what is none. */
  set?: SetAs;
  /** Notes that somebody looked at it, where that counts for something. */
  looked?(): Promise<void>;
}

/** A file that is no more than its bytes. */
export const foundFile = (file: StoredFile): Found => ({ file, look: () => previewOf(file), picture: null });
