import type { Terms } from '$core/packets/terms';

/** What the class's table needs to know of its assignment. */
export type ClassFacts = Terms & {
  assignmentId: string;
  points: number | null;
  /** Questions that are asked there have a limit of time. */
  timed?: boolean;
  /** The course's, an IANA name. */
  zone: string;
};
