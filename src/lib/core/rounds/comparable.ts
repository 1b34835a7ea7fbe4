import type { RowChange } from './table-changes';
import type { TextChange } from './word-changes';

/** What of a piece can be compared with another one. */
export type Comparable =
  | { kind: 'text'; text: string }
  | { kind: 'table'; rows: string[][] }
  | { kind: 'picture' }
  | { kind: 'none' };

/** What differs between two pieces. */
export type Differences =
  | { kind: 'text'; changes: TextChange[] }
  | { kind: 'table'; rows: RowChange[] }
  | { kind: 'pictures' }
  | { kind: 'none' };
