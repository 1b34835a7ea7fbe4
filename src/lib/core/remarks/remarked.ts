import type { Anchor } from './remarks';

/** A remark as it is written into a document. `at`: milliseconds since the epoch. */
export interface Annotated {
  anchor: Anchor;
  body: string;
  by: string;
  at: number;
  criterion: string | null;
}
