import type { CourseRole } from '../people/policy';

/**
 * People, classes and enrolments as other school systems hand them over: `users.csv`, `classes.csv` and
 * `enrollments.csv`, with the column names of OneRoster 1.2 (1EdTech, CSV binding, sections 4.15, 4.4 and 4.8).
 */
export const ROSTER_FILES = ['users', 'classes', 'enrollments'] as const;
export type RosterFile = (typeof ROSTER_FILES)[number];

/** Columns without which a file says too little. All others are passed over. */
export const REQUIRED: Record<RosterFile, readonly string[]> = {
  users: ['sourcedId', 'username', 'givenName', 'familyName', 'email'],
  classes: ['sourcedId', 'title'],
  enrollments: ['classSourcedId', 'userSourcedId', 'role']
};

/** One row with its line in the file, by the names of its columns. */
export interface RosterRow {
  line: number;
  fields: Partial<Record<string, string>>;
}
export type RosterTables = Partial<Record<RosterFile, { header: readonly string[]; rows: readonly RosterRow[] }>>;

/** What the school has already. `sourcedId` is what the other system calls it; null for what was entered by hand. */
export interface KnownSchool {
  people: ReadonlyArray<{ id: string; sourcedId: string | null; handle: string; name: string; email: string }>;
  courses: ReadonlyArray<{ id: string; sourcedId: string | null; slug: string; title: string }>;
  /** Who is in which course now, as `course person` by their ids. */
  enrolled: ReadonlyMap<string, CourseRole>;
}

export interface PlannedPerson {
  /** The person's id; null where they are new. */
  id: string | null;
  sourcedId: string;
  handle: string;
  name: string;
  sortName: string;
  email: string;
}
export interface PlannedCourse {
  id: string | null;
  sourcedId: string;
  slug: string;
  title: string;
}
/** Both by what the other system calls them. `role` null: the person leaves the course. */
export interface PlannedEnrolment {
  classSourcedId: string;
  userSourcedId: string;
  role: CourseRole | null;
}
export interface RosterProblem {
  file: RosterFile;
  line: number;
  words: string;
}

/** What taking the files in would do, and every row that it would leave out. */
export interface RosterPlan {
  people: PlannedPerson[];
  courses: PlannedCourse[];
  enrolments: PlannedEnrolment[];
  /** Rows that say what is known already. */
  same: number;
  problems: RosterProblem[];
}

/**
 * Holds files against what the school has. Nothing is changed by it; the same files planned again once their plan was
 * carried out plan nothing.
 */
export function planRoster(tables: RosterTables, known: KnownSchool): RosterPlan {
  const plan: RosterPlan = { people: [], courses: [], enrolments: [], same: 0, problems: [] };
  const say = (file: RosterFile, line: number, words: string) => plan.problems.push({ file, line, words });
  for (const file of ROSTER_FILES) {
    const table = tables[file];
    if (!table) continue;
    const missing = REQUIRED[file].filter((column) => !table.header.includes(column));
    if (missing.length > 0) {
      const columns = missing.length === 1 ? 'the column' : 'the columns';
      say(
        file,
        1,
        `${columns} ${missing.join(', ')} ${missing.length === 1 ? 'is' : 'are'} missing, so nothing of this file is taken.`
      );
      continue;
    }
    PLANS[file](table.rows, known, plan, (line, words) => say(file, line, words));
  }
  return plan;
}

type Say = (line: number, words: string) => void;
type PlanFile = (rows: readonly RosterRow[], known: KnownSchool, plan: RosterPlan, say: Say) => void;

const planUsers: PlanFile = (rows, known, plan, say) => {
  const bySource = index(known.people, ({ sourcedId }) => sourcedId);
  const byHandle = index(known.people, ({ handle }) => handle);
  const seen = { ids: new Map<string, number>(), handles: new Map<string, number>() };
  for (const { line, fields } of rows) {
    const planned = personOf(fields);
    const own = bySource.get(planned.sourcedId) ?? null;
    const named = byHandle.get(planned.handle) ?? null;
    const problem =
      idProblem(planned.sourcedId, seen.ids, line) ??
      personProblem(planned, fields) ??
      repeated(seen.handles, planned.handle, line, 'username') ??
      nameProblem(planned.handle, own, named);
    const person = own ?? named;
    if (problem) say(line, problem);
    else if (person && saysTheSame(person, planned)) plan.same++;
    else plan.people.push({ ...planned, id: person?.id ?? null });
  }
};

function personOf(fields: RosterRow['fields']): PlannedPerson {
  const [given, family] = [text(fields.givenName), text(fields.familyName)];
  const parts = (...names: string[]) => names.filter((part) => part !== '');
  return {
    id: null,
    sourcedId: text(fields.sourcedId),
    handle: text(fields.username).toLowerCase(),
    name: parts(given, family).join(' '),
    sortName: parts(family, given).join(', '),
    email: text(fields.email)
  };
}

function personProblem({ handle, name, email }: PlannedPerson, fields: RosterRow['fields']): string | null {
  if (isDeleted(fields))
    return 'is marked to be deleted. Nobody is deleted here; take them out of their courses instead.';
  if (!HANDLE.test(handle))
    return `has a username that cannot be one here: “${handle}”. Two to 64 letters, digits, dots or dashes.`;
  if (name === '' || name.length > 200) return 'has no name, or one of more than 200 characters.';
  return MAIL.test(email) ? null : `has no mail address: “${email}”.`;
}

const saysTheSame = (known: Known, planned: PlannedPerson) =>
  (['sourcedId', 'handle', 'name', 'email'] as const).every((fact) => known[fact] === planned[fact]);

const planClasses: PlanFile = (rows, known, plan, say) => {
  const bySource = index(known.courses, ({ sourcedId }) => sourcedId);
  const slugs = new Set(known.courses.map(({ slug }) => slug));
  const seen = new Map<string, number>();
  for (const { line, fields } of rows) {
    const sourcedId = text(fields.sourcedId);
    const title = text(fields.title);
    const problem =
      idProblem(sourcedId, seen, line) ??
      (isDeleted(fields)
        ? 'is marked to be deleted. Courses are ended by their teachers, with all that is in them.'
        : null) ??
      (title === '' || title.length > 200 ? 'has no title, or one of more than 200 characters.' : null);
    if (problem) {
      say(line, problem);
      continue;
    }
    const course = bySource.get(sourcedId);
    if (course?.title === title) plan.same++;
    else plan.courses.push({ id: course?.id ?? null, sourcedId, slug: course?.slug ?? freeSlug(title, slugs), title });
  }
};

const ROLES: Partial<Record<string, CourseRole>> = { student: 'student', teacher: 'teacher' };

const planEnrolments: PlanFile = (rows, known, plan, say) => {
  const people = idsOf(known.people, plan.people);
  const courses = idsOf(known.courses, plan.courses);
  const seen = new Map<string, number>();
  for (const { line, fields } of rows) {
    const classSourcedId = text(fields.classSourcedId);
    const userSourcedId = text(fields.userSourcedId);
    const role = ROLES[text(fields.role).toLowerCase()] ?? null;
    const problem =
      (courses.has(classSourcedId) ? null : `names the class ${classSourcedId}, which nobody knows.`) ??
      (people.has(userSourcedId) ? null : `names the user ${userSourcedId}, whom nobody knows.`) ??
      (role ? null : `has the role “${text(fields.role)}”. Only student and teacher are taken.`) ??
      repeated(seen, `${classSourcedId}\n${userSourcedId}`, line, 'class and user');
    const now = known.enrolled.get(`${courses.get(classSourcedId)} ${people.get(userSourcedId)}`) ?? null;
    const then = isDeleted(fields) ? null : role;
    if (problem) say(line, problem);
    else if (now === then) plan.same++;
    else plan.enrolments.push({ classSourcedId, userSourcedId, role: then });
  }
};

interface Sourced {
  id: string | null;
  sourcedId: string | null;
}

/** What the school calls them, by what the other system does; null for those that are only coming. */
function idsOf(known: readonly Sourced[], coming: readonly Sourced[]): Map<string, string | null> {
  const found = new Map<string, string | null>();
  for (const { id, sourcedId } of [...known, ...coming]) if (sourcedId !== null) found.set(sourcedId, id);
  return found;
}

const PLANS: Record<RosterFile, PlanFile> = { users: planUsers, classes: planClasses, enrollments: planEnrolments };

/** What an account can be called: what is easily typed, and stands in no address as something else. */
export const HANDLE = /^[\p{Ll}\p{Lo}\p{N}][\p{Ll}\p{Lo}\p{N}._@+-]{1,63}$/u;
const MAIL = /^[^\s@<>,;"]{1,64}@[^\s@<>,;"]+\.[^\s@<>,;"]{2,}$/;

const text = (field: string | undefined) => (field ?? '').trim();
const isDeleted = ({ status }: RosterRow['fields']) => text(status).toLowerCase() === 'tobedeleted';

function idProblem(id: string, seen: Map<string, number>, line: number): string | null {
  if (id === '' || id.length > 100) return 'has no sourcedId, or one of more than 100 characters.';
  return repeated(seen, id, line, 'sourcedId');
}

/** Account names are what people sign in by: no file changes one, and none is taken from its owner. */
function nameProblem(handle: string, own: Known | null, named: Known | null): string | null {
  if (own && own.handle !== handle) return `is ${own.handle} here. Account names are changed by hand.`;
  return named && named !== own && named.sourcedId !== null
    ? `wants the account name ${handle}, which is ${named.name}’s.`
    : null;
}
type Known = KnownSchool['people'][number];

function repeated(seen: Map<string, number>, key: string, line: number, what: string): string | null {
  const first = seen.get(key);
  if (first === undefined) seen.set(key, line);
  return first === undefined ? null : `has the same ${what} as line ${first}.`;
}

function index<T>(all: readonly T[], key: (one: T) => string | null): Map<string, T> {
  return new Map(all.flatMap((one) => (key(one) === null ? [] : [[key(one) ?? '', one] as const])));
}

/** The words of a title as an address; another number behind it where that is taken. Takes it. */
export function freeSlug(title: string, taken: Set<string>): string {
  const words = title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/\p{M}/gu, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 50);
  const plain = words.length < 2 ? `course-${words || '1'}` : words;
  let slug = plain;
  for (let no = 2; taken.has(slug); no++) slug = `${plain}-${no}`;
  taken.add(slug);
  return slug;
}
