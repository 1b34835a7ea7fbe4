import type { Terms } from '$core/packets/terms';

/** What the class's table needs to know of its assignment. */
export type ClassFacts = Terms & {
  assignmentId: string;
  points: number | null;
  /** Questions that are asked there have a limit of time. */
  timed?: boolean;
  /** Who teaches there, and whose share of the marking each student's work is, by the student; where it is shared out. */
  shares?: { teachers: ReadonlyArray<{ id: string; name: string }>; given: Readonly<Record<string, string>> };
  /** The course's, an IANA name. */
  zone: string;
};
