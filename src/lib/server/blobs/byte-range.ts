/**
 * The stretch of bytes that a `Range` header asks for (RFC 9110, 14.1.2), both ends included.
 *
 * @returns null where the whole is to be sent (no header, another unit, several stretches), `unsatisfiable` where the
 *          stretch lies beyond the end
 */
export function readRange(
  header: string | null,
  size: number
): { start: number; end: number } | 'unsatisfiable' | null {
  const asked = /^bytes=(\d*)-(\d*)$/.exec(header ?? '');
  if (!asked || (asked[1] === '' && asked[2] === '')) return null;
  const [first, last] = [asked[1], asked[2]].map((text) => (text ? Number(text) : null));
  if (first === null || first === undefined) {
    // "-500": the last 500 bytes.
    const length = Math.min(last ?? 0, size);
    return length === 0 ? 'unsatisfiable' : { start: size - length, end: size - 1 };
  }
  const end = Math.min(last ?? size - 1, size - 1);
  if (first >= size) return 'unsatisfiable';
  return first > end ? null : { start: first, end };
}
