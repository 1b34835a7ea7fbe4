/**
 * The points that count once lateness has been charged, rounded to hundredths, halves up.
 *
 * @param given points as the teacher gave them
 * @param kept  fraction left by the late policy, 0 to 1
 */
export function countedPoints(given: number, kept: number): number {
  // The tiny addend undoes binary rounding of products such as 1.005 before halves are rounded up.
  return Math.round((given * kept + 1e-9) * 100) / 100;
}

/** Points as people write them: no trailing zeros, at most two decimals. */
export function pointsText(points: number): string {
  return String(Math.round(points * 100) / 100);
}
