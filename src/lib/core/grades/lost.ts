/** Points that went by one way: a row of a rubric, or lateness. */
export interface Lost {
  what: string;
  points: number;
  /** Of how many assignments. */
  times: number;
}

/** One row of a rubric as it was judged in a round that counts. */
export interface JudgedRowOf {
  title: string;
  most: number;
  got: number;
}

/**
 * Where a student's points went: by the rows of rubrics, those of one name together, and by lateness; the most first.
 *
 * @param late points that lateness took, one number for each assignment
 */
export function pointsLost(rows: readonly JudgedRowOf[], late: readonly number[]): Lost[] {
  const lost = new Map<string, Lost>();
  for (const { title, most, got } of rows) add(lost, title, most - got);
  for (const points of late) add(lost, 'Lateness', points);
  return [...lost.values()]
    .map((one) => ({ ...one, points: Math.round(one.points * 100) / 100 }))
    .sort((a, b) => b.points - a.points || (a.what < b.what ? -1 : 1));
}

function add(lost: Map<string, Lost>, what: string, points: number): void {
  if (points <= 0) return;
  const known = lost.get(what) ?? { what, points: 0, times: 0 };
  lost.set(what, { what, points: known.points + points, times: known.times + 1 });
}
