/** The grid in which the ink of a sheet is counted. */
export const PRINT = { columns: 18, rows: 24 } as const;

/** From here on two sheets are taken for the same one. */
const SAME = 0.93;

/** Whether two sheets are probably the same one, photographed twice: their ink lies in the same cells of the grid. */
export function sameSheet(one: readonly number[], other: readonly number[]): boolean {
  if (one.length !== other.length || one.length === 0) return false;
  return correlation(one, other) >= SAME;
}

function correlation(a: readonly number[], b: readonly number[]): number {
  const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [meanA, meanB] = [mean(a), mean(b)];
  let [ab, aa, bb] = [0, 0, 0];
  a.forEach((value, i) => {
    const [x, y] = [value - meanA, (b[i] ?? 0) - meanB];
    ab += x * y;
    aa += x * x;
    bb += y * y;
  });
  return aa === 0 || bb === 0 ? 0 : ab / Math.sqrt(aa * bb);
}
