/**
 * Marks as a table: who, how many points, what is said. What goes out can come in again; of what comes in, every row that does not fit is
 * named by its line, and where one does not, nothing is kept.
 */
export const MARK_COLUMNS = ['account', 'student', 'round', 'points', 'remark'] as const;

/** A row with its line in the file, by the names of its columns. */
export interface MarkRow {
  line: number;
  fields: Partial<Record<string, string>>;
}

/** A student of the class, with the round of theirs that can be marked; null where none stands. */
export interface Markable {
  account: string;
  student: string;
  packetId: string | null;
  round: number | null;
}

export interface PlannedMark {
  packetId: string;
  student: string;
  round: number;
  points: number | null;
  remark: string;
}
export interface MarksPlan {
  marks: PlannedMark[];
  /** Students of the file of whom it says nothing. */
  blank: number;
  problems: Array<{ line: number; words: string }>;
}

/**
 * What taking a file in would keep.
 *
 * @param most the points that the assignment gives; null where it gives none
 */
export function planMarks(
  { header, rows }: { header: readonly string[]; rows: readonly MarkRow[] },
  known: readonly Markable[],
  most: number | null
): MarksPlan {
  const plan: MarksPlan = { marks: [], blank: 0, problems: [] };
  const names = header.map((name) => name.toLowerCase());
  if (!names.includes('account') || !(names.includes('points') || names.includes('remark')))
    return { ...plan, problems: [{ line: 1, words: 'It needs a column “account”, and “points” or “remark”.' }] };
  const students = new Map(known.map((one) => [one.account.toLowerCase(), one]));
  const seen = new Set<string>();
  for (const { line, fields } of rows) {
    const row = Object.fromEntries(
      Object.entries(fields).map(([name, said]) => [name.toLowerCase(), (said ?? '').trim()])
    );
    const mark = planned(row, students, seen, most);
    if (typeof mark === 'string') plan.problems.push({ line, words: mark });
    else if (mark === null) plan.blank++;
    else plan.marks.push(mark);
  }
  return plan;
}

/** A mark, what is wrong with it, or null where the row says nothing. */
function planned(
  row: Record<string, string>,
  students: ReadonlyMap<string, Markable>,
  seen: Set<string>,
  most: number | null
): PlannedMark | string | null {
  const { account = '', points = '', round = '' } = row;
  // What spreadsheets would take for a formula goes out behind an apostrophe.
  const remark = (row.remark ?? '').replace(/^'(?=[=+\-@\t\r])/, '');
  const student = students.get(account.toLowerCase());
  if (!student)
    return account === '' ? 'No account stands there.' : `Nobody of this class has the account “${account}”.`;
  if (points === '' && remark === '') return null;
  if (seen.has(account.toLowerCase())) return `${student.student} stands there twice.`;
  seen.add(account.toLowerCase());
  if (student.packetId === null || student.round === null) return `Nothing of ${student.student} is with you.`;
  if (round !== '' && Number(round) !== student.round)
    return `Of ${student.student} round ${student.round} is with you, not “${round}”.`;
  const given = pointsOf(points, most);
  if (typeof given === 'string') return `${student.student}: ${given}`;
  if (remark.length > LONGEST) return `${student.student}: the remark has more than 20,000 characters.`;
  return { packetId: student.packetId, student: student.student, round: student.round, points: given, remark };
}

const LONGEST = 20_000;

/** Points as people write them; what is wrong with them as text. */
function pointsOf(text: string, most: number | null): number | null | string {
  if (text === '') return null;
  if (!/^\d{1,6}([.,]\d{1,2})?$/.test(text)) return `“${text.slice(0, 20)}” is no number of points.`;
  const points = Number(text.replace(',', '.'));
  if (most === null) return 'this assignment gives no points.';
  return points > most ? `${points} is more than the ${most} points that it gives.` : points;
}
