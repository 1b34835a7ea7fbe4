import type { Terms } from '$core/packets/terms';

/** What the class's table needs to know of its assignment. */
export type ClassFacts = Terms & {
  assignmentId: string;
  points: number | null;
  /** The course's, an IANA name. */
  zone: string;
};
