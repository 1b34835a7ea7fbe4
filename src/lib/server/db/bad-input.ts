/**
 * Whether PostgreSQL could not keep or compare a value that somebody sent: characters that no text has, numbers and
 * moments out of all range (class 22 of its error codes). The fault is the request's, and nothing was changed.
 */
export function isBadInput(error: unknown): boolean {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  return UNKEEPABLE.has(code);
}

const UNKEEPABLE = new Set(['22021', '22P05', '22P02', '22003', '22007', '22008', '22023']);
