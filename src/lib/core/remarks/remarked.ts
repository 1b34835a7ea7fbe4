import type { Anchor } from './anchor';

/** A remark as it is written into a document. `at`: milliseconds since the epoch. */
export interface Annotated {
  anchor: Anchor;
  body: string;
  by: string;
  at: number;
  criterion: string | null;
}
