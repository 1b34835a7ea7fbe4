import { z } from 'zod';
import { EMBLEMS } from '$core/courses/emblems';
import { mayForSchool, type Actor } from '$core/people/policy';
import {
  planRoster,
  ROSTER_FILES,
  type KnownSchool,
  type RosterFile,
  type RosterPlan,
  type RosterTables
} from '$core/school/roster-files';
import { DAY } from '$core/time/moment';
import { audit } from '../db/audit';
import { mailPasswordLink } from '../auth/password-links';
import { NO_PASSWORD } from '../auth/passwords';
import { clock } from '../clock';
import { layCourse } from '../courses/create-course';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { sendsMail } from '../mail/mail';
import { NotHere } from '../outcome';
import { parseApart } from '../parsing/pool';
import { layPerson } from '../people/create-person';
import { leave, letInto } from './courses';
import { readSchool } from './school';

/** Files that were read and not taken in are forgotten after this. */
const KEPT = 2 * DAY;
/** Files as they came, by what they are. */
export type RosterTexts = Partial<Record<RosterFile, string>>;

/**
 * Reads files of another school system, and keeps them for the office to look at what they would do.
 *
 * @throws what reading them throws: they are no CSV, or longer than a school's
 */
export async function draftRoster(person: Actor, texts: RosterTexts): Promise<string> {
  mustKeepPeople(person);
  const tables: RosterTables = {};
  for (const file of ROSTER_FILES) {
    const text = texts[file];
    if (text !== undefined) tables[file] = await parseApart('roster-table', { text });
  }
  const now = clock.now();
  await execute('delete from roster_drafts where at < $1', [new Date(now - KEPT)]);
  const [draft] = await select(
    z.object({ id: z.string() }),
    'insert into roster_drafts (owner_id, files, at) values ($1, $2, $3) returning id',
    [person.id, JSON.stringify(tables), new Date(now)]
  );
  return draft?.id ?? '';
}

/** What taking a draft in would do now. Nothing is changed. */
export async function planDraft(person: Actor, draftId: string): Promise<RosterPlan> {
  mustKeepPeople(person);
  return inTransaction(async (tx) => planRoster(await readDraft(person, draftId, tx), await readKnown(tx)));
}

/**
 * Takes a draft in, as it would be now: what has changed since it was looked at is looked at again. Rows with a problem are
 * left out. All of it happens, or nothing.
 *
 * @param mails whether those who are new are mailed a link by which they choose their password
 */
export async function takeDraftIn(
  person: Actor,
  draftId: string,
  mails: 'mail-new' | 'mail-nobody'
): Promise<RosterPlan> {
  mustKeepPeople(person);
  return inTransaction(async (tx) => {
    await select(z.unknown(), 'select pg_advisory_xact_lock(80413)', [], tx);
    const known = await readKnown(tx);
    const plan = planRoster(await readDraft(person, draftId, tx), known);
    const zone = (await readSchool(tx))?.zone ?? 'UTC';
    const people = idsOf(known.people);
    const courses = idsOf(known.courses);
    for (const planned of plan.people)
      people.set(planned.sourcedId, await takePerson(planned, zone, mails, person.id, tx));
    // Emblems in turn, so that neighbours in a list differ.
    for (const [no, planned] of plan.courses.entries())
      courses.set(planned.sourcedId, await takeCourse(planned, zone, EMBLEMS[no % EMBLEMS.length] ?? 'star', tx));
    for (const { classSourcedId, userSourcedId, role } of plan.enrolments) {
      const [courseId = '', personId = ''] = [courses.get(classSourcedId), people.get(userSourcedId)];
      if (role === null) await leave(courseId, personId, tx);
      else await letInto(courseId, personId, role, tx);
    }
    await execute('delete from roster_drafts where id = $1', [draftId], tx);
    const counts = { people: plan.people.length, courses: plan.courses.length, enrolments: plan.enrolments.length };
    await audit(person.id, 'take-roster-in', draftId, { ...counts, left: plan.problems.length }, tx);
    return plan;
  });
}

async function takePerson(
  { id, ...planned }: RosterPlan['people'][number],
  zone: string,
  mails: 'mail-new' | 'mail-nobody',
  by: string,
  tx: Tx
): Promise<string> {
  if (id !== null) {
    const { sourcedId, name, sortName, email } = planned;
    await execute(
      'update people set sourced_id = $2, name = $3, sort_name = $4, email = $5 where id = $1',
      [id, sourcedId, name, sortName, email],
      tx
    );
    return id;
  }
  const made = await layPerson({ ...planned, zone, passwordHash: NO_PASSWORD }, [], tx);
  if (mails === 'mail-new' && sendsMail) await mailPasswordLink({ ...planned, id: made.id, zone }, by, tx);
  return made.id;
}

async function takeCourse(
  { id, ...planned }: RosterPlan['courses'][number],
  zone: string,
  emblem: (typeof EMBLEMS)[number],
  tx: Tx
): Promise<string> {
  if (id === null) return (await layCourse({ ...planned, emblem, zone, units: [] }, tx)).id;
  await execute('update courses set title = $2 where id = $1', [id, planned.title], tx);
  return id;
}

const idsOf = (all: ReadonlyArray<{ id: string; sourcedId: string | null }>) =>
  new Map(all.flatMap(({ id, sourcedId }) => (sourcedId === null ? [] : [[sourcedId, id] as const])));

async function readDraft(person: Actor, draftId: string, tx: Tx): Promise<RosterTables> {
  const [draft] = await select(
    z.object({ files: z.custom<RosterTables>() }),
    'select files from roster_drafts where id = $1 and owner_id = $2 for update',
    [draftId, person.id],
    tx
  );
  if (!draft) throw new NotHere('These files');
  return draft.files;
}

async function readKnown(tx: Tx): Promise<KnownSchool> {
  const people = await select(
    z.object({
      id: z.string(),
      sourcedId: z.string().nullable(),
      handle: z.string(),
      name: z.string(),
      email: z.string()
    }),
    'select id, sourced_id as "sourcedId", handle, name, email from people',
    [],
    tx
  );
  const courses = await select(
    z.object({ id: z.string(), sourcedId: z.string().nullable(), slug: z.string(), title: z.string() }),
    'select id, sourced_id as "sourcedId", slug, title from courses',
    [],
    tx
  );
  const enrolled = await select(
    z.object({ key: z.string(), role: z.enum(['student', 'teacher']) }),
    `select course_id || ' ' || person_id as key, role from enrolments where left_at is null`,
    [],
    tx
  );
  return { people, courses, enrolled: new Map(enrolled.map(({ key, role }) => [key, role])) };
}

function mustKeepPeople(person: Actor): void {
  if (!mayForSchool(person, 'keep-people')) throw new NotHere('This page');
}
