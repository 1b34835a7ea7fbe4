import { AssignmentDraft } from './draft';

/** Values may still be missing or wrong while something is written; its shape may not. */
const OF_VALUES = new Set(['too_small', 'too_big', 'custom', 'invalid_format', 'not_multiple_of']);

/**
 * An assignment that is still being written, as it was kept.
 *
 * @returns null where it is of another shape, as one that an older version kept may be
 */
export function unfinishedDraft(kept: unknown): AssignmentDraft | null {
  const parsed = AssignmentDraft.safeParse(kept);
  if (parsed.success) return parsed.data;
  const shaped = parsed.error.issues.every(({ code }) => OF_VALUES.has(code));
  // Only what is whole has every field; what has them all passed as far as its shape goes.
  return shaped && hasAll(kept) ? (kept as AssignmentDraft) : null;
}

const FIELDS = Object.keys(AssignmentDraft.shape);
const hasAll = (kept: unknown) => typeof kept === 'object' && kept !== null && FIELDS.every((field) => field in kept);
