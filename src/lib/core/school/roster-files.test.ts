import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CourseRole } from '../people/policy';
import {
  freeSlug,
  HANDLE,
  planRoster,
  REQUIRED,
  type KnownSchool,
  type RosterPlan,
  type RosterTables
} from './roster-files';

const EMPTY: KnownSchool = { people: [], courses: [], enrolled: new Map() };
const rows = (...all: Array<Record<string, string>>) => all.map((fields, i) => ({ line: i + 2, fields }));
const users = (...all: Array<Record<string, string>>): RosterTables => ({
  users: { header: REQUIRED.users, rows: rows(...all) }
});
const ilse = {
  sourcedId: 'u1',
  username: 'Ilse',
  givenName: 'Ilse',
  familyName: 'Varga',
  email: 'ilse@skerrow.example'
};

describe('a row of users.csv', () => {
  it('is a new account', () => {
    expect(planRoster(users(ilse), EMPTY)).toMatchObject({
      people: [{ id: null, sourcedId: 'u1', handle: 'ilse', name: 'Ilse Varga', sortName: 'Varga, Ilse' }],
      problems: []
    });
  });

  it('is the account that was entered by hand under the same name, and is the other system’s from then on', () => {
    const known = {
      ...EMPTY,
      people: [{ id: 'p', sourcedId: null, handle: 'ilse', name: 'Ilse Varga', email: 'i@x.example' }]
    };
    expect(planRoster(users(ilse), known).people).toMatchObject([
      { id: 'p', sourcedId: 'u1', email: 'ilse@skerrow.example' }
    ]);
  });

  it.each([
    [{ sourcedId: '' }, 'no sourcedId'],
    [{ username: 'a b' }, 'cannot be one here'],
    [{ username: '../etc' }, 'cannot be one here'],
    [{ email: 'nowhere' }, 'no mail address'],
    [{ email: 'a@b.example, c@d.example' }, 'no mail address'],
    [{ givenName: ' ', familyName: '' }, 'no name'],
    [{ status: 'tobedeleted' }, 'Nobody is deleted']
  ])('with %j is left out with its line', (over, words) => {
    const { people, problems } = planRoster(users({ ...ilse, ...over }), EMPTY);
    expect([people, problems]).toEqual([
      [],
      [{ file: 'users', line: 2, words: expect.stringContaining(words) as string }]
    ]);
  });

  it('that takes somebody else’s name, or comes twice, is left out', () => {
    const known = {
      ...EMPTY,
      people: [{ id: 'p', sourcedId: 'u9', handle: 'ilse', name: 'Ilse Quist', email: 'q@x.example' }]
    };
    expect(planRoster(users(ilse), known).problems[0]?.words).toContain('Ilse Quist');
    const twice = planRoster(users(ilse, { ...ilse, username: 'other' }, { ...ilse, sourcedId: 'u2' }), EMPTY);
    expect(twice.problems.map(({ line, words }) => [line, words.includes('as line 2')])).toEqual([
      [3, true],
      [4, true]
    ]);
  });
});

it('says which columns a file lacks, and takes nothing of it', () => {
  const plan = planRoster({ users: { header: ['sourcedId', 'username'], rows: rows(ilse) } }, EMPTY);
  expect(plan).toMatchObject({ people: [], problems: [{ file: 'users', line: 1 }] });
  expect(plan.problems[0]?.words).toContain('givenName, familyName, email');
});

it('names who and what an enrolment needs and nobody knows', () => {
  const tables: RosterTables = {
    ...users(ilse),
    classes: { header: REQUIRED.classes, rows: rows({ sourcedId: 'c1', title: 'Tidal Ecology' }) },
    enrollments: {
      header: REQUIRED.enrollments,
      rows: rows(
        { classSourcedId: 'c1', userSourcedId: 'u1', role: 'student' },
        { classSourcedId: 'c2', userSourcedId: 'u1', role: 'student' },
        { classSourcedId: 'c1', userSourcedId: 'u2', role: 'student' },
        { classSourcedId: 'c1', userSourcedId: 'u1', role: 'proctor' }
      )
    }
  };
  const plan = planRoster(tables, EMPTY);
  expect(plan.enrolments).toEqual([{ classSourcedId: 'c1', userSourcedId: 'u1', role: 'student' }]);
  expect(plan.problems.map(({ line }) => line)).toEqual([3, 4, 5]);
});

/** What the school has once a plan was carried out. */
function carriedOut(plan: RosterPlan, known: KnownSchool): KnownSchool {
  const people = new Map(known.people.map((one) => [one.id, one]));
  const courses = new Map(known.courses.map((one) => [one.id, one]));
  for (const { id, sourcedId, handle, name, email } of plan.people) {
    const own = id ?? `person ${sourcedId}`;
    people.set(own, { id: own, sourcedId, handle, name, email });
  }
  for (const { id, sourcedId, slug, title } of plan.courses) {
    const own = id ?? `course ${sourcedId}`;
    courses.set(own, { id: own, sourcedId, slug, title });
  }
  const enrolled = new Map<string, CourseRole>(known.enrolled);
  const idOf = (all: Iterable<{ id: string; sourcedId: string | null }>, source: string) =>
    [...all].find(({ sourcedId }) => sourcedId === source)?.id;
  for (const { classSourcedId, userSourcedId, role } of plan.enrolments) {
    const key = `${idOf(courses.values(), classSourcedId)} ${idOf(people.values(), userSourcedId)}`;
    if (role) enrolled.set(key, role);
    else enrolled.delete(key);
  }
  return { people: [...people.values()], courses: [...courses.values()], enrolled };
}

it('plans nothing once it was carried out, whatever the files say, and no two of anything', () => {
  const id = fc.constantFrom('1', '2', '3', '4', '');
  const user = fc.record({
    sourcedId: id,
    username: fc.constantFrom('ilse', 'Teodor', 'maren', 'x', 'a b'),
    givenName: fc.constantFrom('Ilse', 'Teodor', ''),
    familyName: fc.constantFrom('Varga', 'Brandt'),
    email: fc.constantFrom('a@skerrow.example', 'b@skerrow.example', 'none'),
    status: fc.constantFrom('active', 'tobedeleted', '')
  });
  const group = fc.record({
    sourcedId: id,
    title: fc.constantFrom('Shore', 'Sea', ''),
    status: fc.constantFrom('', 'active')
  });
  const enrolment = fc.record({
    classSourcedId: id,
    userSourcedId: id,
    role: fc.constantFrom('student', 'teacher', 'aide'),
    status: fc.constantFrom('active', 'tobedeleted')
  });
  const table = <T extends Record<string, string>>(row: fc.Arbitrary<T>, header: readonly string[]) =>
    fc.array(row, { maxLength: 8 }).map((all) => ({ header, rows: rows(...all) }));
  const files = fc.record({
    users: table(user, REQUIRED.users),
    classes: table(group, REQUIRED.classes),
    enrollments: table(enrolment, REQUIRED.enrollments)
  });
  fc.assert(
    fc.property(files, files, (first, second) => {
      const before = carriedOut(planRoster(first, EMPTY), EMPTY);
      const plan = planRoster(second, before);
      const after = carriedOut(plan, before);
      expect(new Set(after.people.map(({ handle }) => handle)).size).toBe(after.people.length);
      expect(new Set(after.courses.map(({ slug }) => slug)).size).toBe(after.courses.length);
      const again = planRoster(second, after);
      expect([again.people, again.courses, again.enrolments]).toEqual([[], [], []]);
      const all = Object.values(second).reduce((sum, { rows: of }) => sum + of.length, 0);
      expect(plan.people.length + plan.courses.length + plan.enrolments.length + plan.same + plan.problems.length).toBe(
        all
      );
    }),
    { numRuns: 500 }
  );
});

it('makes an address of any title', () => {
  const taken = new Set(['tidal-ecology']);
  expect(freeSlug('Tidal Ecology', taken)).toBe('tidal-ecology-2');
  expect(freeSlug('Größe & Maß', taken)).toBe('gro-e-ma');
  expect(freeSlug('潮', taken)).toBe('course-1');
  expect(freeSlug('潮', taken)).toBe('course-1-2');
  expect(HANDLE.test('ilse.varga@skerrow.example')).toBe(true);
});
