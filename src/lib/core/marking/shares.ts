/**
 * Shares works out among teachers: neighbours stay together, and nobody has more than one more than another.
 *
 * @param works    in their order; one that stands there twice is given once
 * @param teachers at least one
 */
export function sharedEvenly(works: readonly string[], teachers: readonly string[]): Map<string, string[]> {
  const all = [...new Set(works)];
  return new Map(
    teachers.map((teacher, i) => [
      teacher,
      all.slice(Math.floor((all.length * i) / teachers.length), Math.floor((all.length * (i + 1)) / teachers.length))
    ])
  );
}
