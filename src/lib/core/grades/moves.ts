import type { CourseGrade } from './course-grade';

/** Who would move where another scheme held, and by how much. */
export interface SchemeMove {
  id: string;
  name: string;
  before: string;
  after: string;
  /** In percent, to two decimals; null where one of the two gives no result. */
  by: number | null;
}

/**
 * What another scheme would change for a class: those whose result reads otherwise, the furthest moved first.
 *
 * @returns them, and how many stay as they are
 */
export function schemeMoves(
  people: ReadonlyArray<{ id: string; name: string }>,
  before: ReadonlyMap<string, CourseGrade>,
  after: ReadonlyMap<string, CourseGrade>
): { moves: SchemeMove[]; stay: number } {
  const moves = people.flatMap(({ id, name }): SchemeMove[] => {
    const [was, is] = [before.get(id), after.get(id)];
    const [from, to] = [said(was), said(is)];
    if (from === to) return [];
    const by = was?.percent && is?.percent ? is.percent.sub(was.percent).toDecimalPlaces(2).toNumber() : null;
    return [{ id, name, before: from, after: to, by }];
  });
  moves.sort((a, b) => Math.abs(b.by ?? Infinity) - Math.abs(a.by ?? Infinity) || (a.name < b.name ? -1 : 1));
  return { moves, stay: people.length - moves.length };
}

const said = (grade: CourseGrade | undefined) => grade?.result?.text ?? 'no result';

/** The result as it stands: a teacher's own word in place of the reckoning, where there is one. */
export const standingResult = (grade: CourseGrade): string | null => grade.override?.says ?? grade.result?.text ?? null;
