import { z } from 'zod';
import type { FamilyRefusal } from '$core/family/refusals';
import type { Digest } from '$core/family/digest';
import { mayForSchool, type Actor } from '$core/people/policy';
import { DAY } from '$core/time/moment';
import { firstWords } from '$core/tidings/first-words';
import { audit } from '../db/audit';
import { clock } from '../clock';
import { execute, inTransaction, ms, select, type Tx } from '../db/connection';
import { NotHere, type Outcome } from '../outcome';
import { tell } from '../tidings/tell';
import { readWeek, readWeeks } from './read-week';

/** A student whom somebody supports, in short. */
export interface Supported {
  studentId: string;
  student: string;
  overdue: number;
  cameBack: number;
}

/** What a homeroom or support teacher sees of a student: what is overdue, what came back lately, and what was written between them. */
export interface SupportedStudent {
  studentId: string;
  student: string;
  week: Digest;
  notes: SupportNote[];
  zone: string;
  now: number;
}

export interface SupportNote {
  id: string;
  by: string;
  own: boolean;
  body: string;
  at: number;
}

/** Gives a student to somebody who supports them, by account. @throws NotHere for whoever is not of the office */
export async function giveSupporter(
  person: Actor,
  { studentId, account }: { studentId: string; account: string }
): Promise<Outcome<object, FamilyRefusal>> {
  if (!mayForSchool(person, 'keep-people')) throw new NotHere('This student');
  return inTransaction(async (tx) => {
    const [supporter] = await select(Id, 'select id from people where handle = lower($1)', [account], tx);
    if (!supporter || supporter.id === studentId) return { ok: false, why: 'no-such-account' };
    const bind = [supporter.id, studentId, person.id, new Date(clock.now())];
    const [given] = await select(Id, GIVE, bind, tx);
    if (!given) return { ok: false, why: 'supports-already' };
    await audit(person.id, 'give-supporter', studentId, { supporter: supporter.id }, tx);
    return { ok: true };
  });
}

/** Ends it. What was written stays with both. @throws NotHere for whoever is not of the office */
export async function endSupporter(person: Actor, id: string): Promise<void> {
  if (!mayForSchool(person, 'keep-people')) throw new NotHere('This');
  await inTransaction(async (tx) => {
    await execute(
      'update supporters set ended_at = coalesce(ended_at, $2) where id = $1',
      [id, new Date(clock.now())],
      tx
    );
    await audit(person.id, 'end-supporter', id, {}, tx);
  });
}

/** Who supports a student, for the office. @throws NotHere */
export async function readSupporters(
  person: Actor,
  studentId: string
): Promise<Array<{ id: string; name: string; since: number }>> {
  if (!mayForSchool(person, 'keep-people')) throw new NotHere('This student');
  return select(
    z.object({ id: z.string(), name: z.string(), since: z.number() }),
    `select s.id, p.name, ${ms('s.given_at')} as since from supporters s join people p on p.id = s.supporter_id
     where s.student_id = $1 and s.ended_at is null order by p.sort_name, s.id`,
    [studentId]
  );
}

/** The students who were given to somebody, those with most that is overdue first. Two queries. */
export async function readSupported(person: Actor): Promise<Supported[]> {
  const students = await select(StudentRow, MINE, [person.id]);
  const now = clock.now();
  const weeks = await readWeeks(students.map(({ studentId }) => ({ studentId, from: now - 14 * DAY, to: now })));
  const all = students.map(({ studentId, student }, i): Supported => {
    const courses = weeks[i]?.courses ?? [];
    const overdue = courses.reduce((sum, { late }) => sum + late.length, 0);
    return { studentId, student, overdue, cameBack: courses.reduce((sum, { returned }) => sum + returned.length, 0) };
  });
  return all.sort((a, b) => b.overdue - a.overdue);
}

/** One of them. @throws NotHere where the student was not given to this person */
export async function readSupportedStudent(person: Actor, studentId: string): Promise<SupportedStudent> {
  const student = await mustSupport(person.id, studentId);
  const now = clock.now();
  const [week, notes] = await Promise.all([
    readWeek(studentId, now - 14 * DAY, now),
    readNotes([person.id], studentId, person.id)
  ]);
  return { studentId, student: student.name, week, notes, zone: student.zone, now };
}

/** Whoever supports a student, with what was written between them: for the student. Two queries. */
export async function readOwnSupporters(
  person: Actor
): Promise<Array<{ supporterId: string; name: string; notes: SupportNote[] }>> {
  const rows = await select(
    z.object({ supporterId: z.string(), name: z.string() }),
    `select s.supporter_id as "supporterId", p.name from supporters s join people p on p.id = s.supporter_id
     where s.student_id = $1 and s.ended_at is null order by p.sort_name, s.id`,
    [person.id]
  );
  const notes = await readNotes(
    rows.map(({ supporterId }) => supporterId),
    person.id,
    person.id
  );
  return rows.map((row) => ({ ...row, notes: notes.filter(({ supporterId }) => supporterId === row.supporterId) }));
}

export const SupportWritten = z.object({
  with: z.uuid(),
  body: z.string().trim().min(1, 'There is nothing in it.').max(4000)
});

/** Writes between a student and somebody who supports them, whichever of the two it is. @throws NotHere where there is no such bond */
export async function writeSupportNote(
  person: Actor & { name: string },
  { with: other, body }: z.infer<typeof SupportWritten>
): Promise<void> {
  await inTransaction(async (tx) => {
    const [bond] = await select(Bond, BOND, [person.id, other], tx);
    if (!bond) throw new NotHere('This');
    const at = clock.now();
    const [note] = await select(
      Id,
      'insert into support_notes (supporter_id, student_id, by_person, body, at) values ($1, $2, $3, $4, $5) returning id',
      [bond.supporterId, bond.studentId, person.id, body, new Date(at)],
      tx
    );
    const toStudent = bond.supporterId === person.id;
    const href = toStudent ? '/family#support' : `/support/${person.id}`;
    const about = { kind: 'support', about: `support ${note?.id}`, courseId: null, href, by: person.id, at } as const;
    const title = 'how it goes';
    await tell({ people: [other], besides: person.id }, { ...about, facts: { says: firstWords(body), title } }, tx);
  });
}

async function mustSupport(supporter: string, studentId: string, tx?: Tx): Promise<{ name: string; zone: string }> {
  const [row] = await select(
    z.object({ name: z.string(), zone: z.string() }),
    `select p.name, p.zone from supporters s join people p on p.id = s.student_id
     where s.supporter_id = $1 and s.student_id = $2 and s.ended_at is null`,
    [supporter, studentId],
    tx
  );
  if (!row) throw new NotHere('This student');
  return row;
}

/** What was written between a student and some who support them, the oldest first. */
function readNotes(supporters: readonly string[], student: string, reader: string) {
  return select(
    NoteRow,
    `select n.id, n.supporter_id as "supporterId", p.name as by, n.by_person = $3 as own, n.body, ${ms('n.at')} as at
     from support_notes n join people p on p.id = n.by_person
     where n.supporter_id = any($1::uuid[]) and n.student_id = $2 order by n.at, n.id limit 300`,
    [supporters, student, reader]
  );
}
const NoteRow = z.object({
  id: z.string(),
  supporterId: z.string(),
  by: z.string(),
  own: z.boolean(),
  body: z.string(),
  at: z.number()
});

const Id = z.object({ id: z.string() });
const StudentRow = z.object({ studentId: z.string(), student: z.string() });
const MINE = `
  select p.id as "studentId", p.name as student from supporters s join people p on p.id = s.student_id
  where s.supporter_id = $1 and s.ended_at is null order by p.sort_name, p.id limit 60`;
const Bond = z.object({ supporterId: z.string(), studentId: z.string() });
const BOND = `
  select supporter_id as "supporterId", student_id as "studentId" from supporters
  where ended_at is null and ((supporter_id = $1 and student_id = $2) or (supporter_id = $2 and student_id = $1)) limit 1`;
const GIVE = `
  insert into supporters (supporter_id, student_id, given_by, given_at)
  select $1, e.person_id, $3, $4 from (select distinct person_id from enrolments
    where person_id = $2 and role = 'student' and left_at is null) e
  on conflict do nothing returning id`;
