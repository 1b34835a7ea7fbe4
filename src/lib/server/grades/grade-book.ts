import { stringify } from 'csv-stringify/sync';
import { unpackCells } from '$core/grades/board';
import { columnNames, fieldOf, type BookPlanSaid } from '$core/grades/book-plan';
import type { BookRow, GradeBook } from '$core/grades/book';
import { standingResult } from '$core/grades/moves';
import { GRADE_STATES, stateWords } from '$core/grades/state';
import { planMarks } from '$core/marking/marks-file';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { inTransaction } from '../db/connection';
import { courseFor } from '../courses/course-head';
import { keepPlanned, Meanwhile, readMarkable } from '../marking/marks-file';
import { readMarksTable } from '../marking/marks-table';
import { readAccounts } from '../people/accounts';
import { gradesBy, readClassGrades, type ClassGrades } from './class-grades';

/** A class by its assignments, with what each adds up to. Four queries, whatever its size. @throws NotHere */
export async function readGradeBook(person: Actor, course: string): Promise<GradeBook> {
  const whole = await readClassGrades(person, course);
  const grades = gradesBy(whole.scheme, whole);
  const rows = whole.rows.map(({ id, name, cells }): BookRow => {
    const grade = grades.get(id);
    const override = grade?.override ?? null;
    const result = grade ? standingResult(grade) : null;
    const reckoned = override ? (grade?.result?.text ?? null) : null;
    return { id, name, cells, result, reckoned, passed: grade?.passed ?? null, override };
  });
  const [first] = grades.values();
  const outside = first?.outside.map(({ title }) => title) ?? [];
  return { columns: whole.columns, rows, own: whole.own, spreadShown: whole.spreadShown, outside, now: whole.now };
}

/** The book as CSV (RFC 4180): a column for each assignment, by its title; points where there are some, else where it stands. */
export async function gradeBookFile(person: Actor, course: string): Promise<{ title: string; text: string }> {
  const [book, { title }] = await Promise.all([
    readGradeBook(person, course),
    courseFor(person, course, 'grade-course')
  ]);
  const accounts = await readAccounts(book.rows.map(({ id }) => id));
  const titles = columnNames(book.columns);
  const lines = book.rows.map(({ id, name, cells, result, passed }) => [
    ...[accounts.get(id) ?? '', name],
    ...unpackCells(cells).map((cell) => (cell === null ? '' : (cell.points ?? stateWords(cell.state)))),
    ...[result, passed === null ? '' : passed ? 'yes' : 'no']
  ]);
  const header = ['account', 'student', ...titles, 'result', 'passed'];
  return { title, text: stringify([header, ...lines], { escape_formulas: true }) };
}

/** Looks at a file: nothing is changed. @throws NotHere; RefusedMidway where the text is no table */
export async function planGradeBook(person: Actor, course: string, text: string): Promise<BookPlanSaid> {
  const whole = await readClassGrades(person, course);
  const [{ header, rows }, standing] = await Promise.all([readMarksTable(text), standingPoints(whole)]);
  const places = new Map(columnNames(whole.columns).map((name, i) => [name.toLowerCase(), i]));
  const plan: BookPlanSaid = { assignments: [], unknown: [] };
  for (const name of header) {
    const at = places.get(name.trim().toLowerCase()) ?? -1;
    const column = whole.columns[at];
    if (!column) {
      if (!KNOWN.has(name.trim().toLowerCase())) plan.unknown.push(name);
      continue;
    }
    const own = rows.map(({ line, fields }) => {
      const account = fieldOf(fields, 'account');
      return { line, fields: { account, points: askedPoints(fieldOf(fields, name), standing(account, at)) } };
    });
    // Most columns of a book that comes back say what it said.
    if (own.every(({ fields }) => fields.points === '')) continue;
    const { known, most } = await readMarkable(person, column.id);
    plan.assignments.push({
      id: column.id,
      title: column.title,
      plan: planMarks({ header: ['account', 'points'], rows: own }, known, most)
    });
  }
  return plan;
}

/**
 * Keeps the points of a file for later: all of them, or none where a single one does not fit. The students see nothing of it.
 *
 * @returns the plan, whether it was kept, and why not
 */
export async function takeGradeBook(
  person: Actor,
  course: string,
  text: string
): Promise<BookPlanSaid & { kept: boolean; meanwhile: string | null }> {
  const plan = await planGradeBook(person, course, text);
  const marks = plan.assignments.flatMap((one) => one.plan.marks);
  if (marks.length === 0 || plan.assignments.some((one) => one.plan.problems.length > 0))
    return { ...plan, kept: false, meanwhile: null };
  try {
    await inTransaction(async (tx) => {
      await keepPlanned(person, marks, tx);
      await audit(person.id, 'take-grade-book-in', course, { marks: marks.length }, tx);
    });
    return { ...plan, kept: true, meanwhile: null };
  } catch (error) {
    if (!(error instanceof Meanwhile)) throw error;
    return { ...plan, kept: false, meanwhile: error.message };
  }
}

const KNOWN = new Set(['account', 'student', 'result', 'passed']);

/** What a row asks for on an assignment. What stands in the book already, points or where the work is, asks for nothing. */
function askedPoints(said: string, standing: string | undefined): string {
  const plain = said.replace(/^'/, '');
  return plain === standing || STATES.has(plain.toLowerCase()) ? '' : plain;
}
const STATES = new Set(GRADE_STATES.map((state) => stateWords(state).toLowerCase()));

/** The points of everybody's cells in the book, by account and column. */
async function standingPoints({ rows }: ClassGrades): Promise<(account: string, column: number) => string | undefined> {
  const accounts = await readAccounts(rows.map(({ id }) => id));
  const cells = new Map(rows.map(({ id, cells }) => [accounts.get(id)?.toLowerCase(), unpackCells(cells)]));
  return (account, column) => {
    const points = cells.get(account.toLowerCase())?.[column]?.points;
    return points === null || points === undefined ? undefined : String(points);
  };
}
