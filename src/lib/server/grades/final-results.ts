import { stringify } from 'csv-stringify/sync';
import { z } from 'zod';
import type { GradeRefusal } from '$core/grades/refusals';
import { standingResult } from '$core/grades/moves';
import { mayForSchool, type Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { inTransaction, ms, select } from '../db/connection';
import { courseFor } from '../courses/course-head';
import { NotHere, type Outcome } from '../outcome';
import { readAccounts } from '../people/accounts';
import { tell } from '../tidings/tell';
import { tellOffice } from '../tidings/tell-office';
import { gradesBy, readClassGrades } from './class-grades';

/** One student's final result, as it is sent. */
const FinalRow = z.object({
  account: z.string(),
  student: z.string(),
  result: z.string(),
  percent: z.string().nullable(),
  passed: z.boolean().nullable(),
  /** Said by the teacher in place of the reckoning. */
  reason: z.string().nullable()
});

/** Results that a teacher sent to the school's register, and what became of them. */
export interface SentResults {
  id: string;
  course: string;
  slug: string;
  by: string;
  at: number;
  results: Array<z.infer<typeof FinalRow>>;
  confirmedBy: string | null;
  confirmedAt: number | null;
  /** Why the office gave them back; null where it did not. */
  declined: string | null;
}

/**
 * Sends a course's results, as they are now, to the school's register. What changes later changes nothing of what was sent.
 *
 * @returns refused where nobody has a result
 * @throws NotHere for whoever does not teach the course
 */
export async function sendFinalResults(
  person: Actor,
  course: string
): Promise<Outcome<{ count: number }, GradeRefusal>> {
  const whole = await readClassGrades(person, course);
  const grades = gradesBy(whole.scheme, whole);
  const accounts = await readAccounts(whole.rows.map(({ id }) => id));
  const results = whole.rows.flatMap(({ id, name }): Array<z.infer<typeof FinalRow>> => {
    const grade = grades.get(id);
    const result = grade ? standingResult(grade) : null;
    if (!grade || result === null) return [];
    const { percent, passed, override } = grade;
    const exact = percent?.toDecimalPlaces(4).toString() ?? null;
    return [
      {
        account: accounts.get(id) ?? '',
        student: name,
        result,
        percent: exact,
        passed,
        reason: override?.reason ?? null
      }
    ];
  });
  if (results.length === 0) return { ok: false, why: 'no-results-to-send' };
  await inTransaction(async (tx) => {
    const at = clock.now();
    const [sent] = await select(
      z.object({ id: z.string() }),
      'insert into final_results (course_id, results, sent_by, sent_at) values ($1, $2, $3, $4) returning id',
      [whole.course.id, JSON.stringify(results), person.id, new Date(at)],
      tx
    );
    await audit(person.id, 'send-final-results', whole.course.id, { students: results.length }, tx);
    const news = { kind: 'final-results', about: `final-results ${sent?.id}`, href: '/school/results', at } as const;
    await tellOffice({ ...news, facts: { how: 'sent', title: whole.course.title } }, tx);
  });
  return { ok: true, count: results.length };
}

/** What a course sent, the latest first. @throws NotHere for whoever does not teach it */
export async function readSentResults(person: Actor, course: string): Promise<SentResults[]> {
  const { id } = await courseFor(person, course, 'grade-course');
  return select(SentRow, `${SENT} where f.course_id = $1 order by f.sent_at desc limit 20`, [id]);
}

/** What courses sent to the register, what waits for an answer first. @throws NotHere for whoever is not of the office */
export async function readRegister(person: Actor): Promise<SentResults[]> {
  mustKeepRegister(person);
  return select(
    SentRow,
    `${SENT} order by f.confirmed_at is not null or f.declined is not null, f.sent_at desc limit 100`,
    []
  );
}

/** The results that were sent, as CSV (RFC 4180). @throws NotHere for whoever is neither its teacher nor the office */
export async function finalResultsFile(person: Actor, id: string): Promise<{ title: string; text: string }> {
  const [sent] = await select(SentRow, `${SENT} where f.id = $1`, [id]);
  if (!sent) throw new NotHere('This file');
  if (!mayForSchool(person, 'keep-register')) await courseFor(person, sent.slug, 'grade-course');
  const rows = sent.results.map(({ account, student, result, percent, passed, reason }) => [
    ...[account, student, sent.course, result, percent],
    ...[passed === null ? '' : passed ? 'yes' : 'no', reason]
  ]);
  const header = ['account', 'student', 'course', 'result', 'percent', 'passed', 'reason'];
  return { title: sent.course, text: stringify([header, ...rows], { escape_formulas: true }) };
}

export const ResultsAnswer = z.object({ id: z.uuid(), declined: z.string().trim().max(500) });

/**
 * The office confirms that the register has the results, or gives them back with its reason.
 *
 * @returns refused where that was answered already
 */
export async function answerFinalResults(
  person: Actor,
  { id, declined }: z.infer<typeof ResultsAnswer>
): Promise<Outcome<object, GradeRefusal>> {
  mustKeepRegister(person);
  return inTransaction(async (tx) => {
    const at = clock.now();
    const bind = [id, person.id, new Date(at), declined === '' ? null : declined];
    const [row] = await select(Answered, ANSWER, bind, tx);
    if (!row) return { ok: false, why: 'results-answered' };
    await audit(person.id, declined === '' ? 'confirm-results' : 'decline-results', id, {}, tx);
    const how = declined === '' ? 'confirmed' : 'declined';
    const href = `/courses/${row.slug}/grades`;
    const facts = { how, ...(declined === '' ? {} : { says: declined }) };
    await tell(
      { people: [row.by] },
      { kind: 'final-results', about: `final-results ${id} ${how}`, courseId: row.courseId, href, facts, at },
      tx
    );
    return { ok: true };
  });
}

function mustKeepRegister(person: Actor): void {
  if (!mayForSchool(person, 'keep-register')) throw new NotHere('The register');
}

const SentRow = z.object({
  id: z.string(),
  course: z.string(),
  slug: z.string(),
  by: z.string(),
  at: z.number(),
  results: z.array(FinalRow),
  confirmedBy: z.string().nullable(),
  confirmedAt: z.number().nullable(),
  declined: z.string().nullable()
});
const SENT = `
  select f.id, c.title as course, c.slug, t.name as by, ${ms('f.sent_at')} as at, f.results,
    o.name as "confirmedBy", ${ms('f.confirmed_at')} as "confirmedAt", f.declined
  from final_results f join courses c on c.id = f.course_id join people t on t.id = f.sent_by
  left join people o on o.id = f.confirmed_by`;
const Answered = z.object({ by: z.string(), slug: z.string(), courseId: z.string() });
const ANSWER = `
  update final_results f set confirmed_by = $2, confirmed_at = $3, declined = $4
  from courses c where f.id = $1 and c.id = f.course_id and f.confirmed_at is null
  returning f.sent_by as by, c.slug, c.id as "courseId"`;
