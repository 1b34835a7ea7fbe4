import type { Found } from '$core/checks/check';
import type { Written } from '$core/pieces/as-written';
import type { RemarkView } from '$core/remarks/remarks';
import type { Wants } from '$core/pieces/wanted';

/** Where a page is read and kept. */
export const pageAddress = ({ assignmentId, pieceId }: PageGoal): string =>
  `/assignments/${assignmentId}/pages/${pieceId}`;

/** A page that is written: where it lies, and what the brief wants of it. */
export interface PageGoal {
  assignmentId: string;
  pieceId: string;
  name: string;
  wants: Wants;
  /** Its teacher prepared it: only answers are written. */
  starter: boolean;
  /** Several people hand it over, so that it is written together. */
  together: boolean;
  /** What the checks say of it as it is written. */
  checked: (written: Written) => Found[];
  /** What its teacher wants changed in this round. */
  toChange: () => readonly RemarkView[];
  /** Addresses on it that nobody has looked at yet. */
  unseen: (page: Written['page']) => string[];
  /** A file that was made from the same starter: its answers are read into this page as it opens. */
  from?: File;
}
