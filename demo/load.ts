import { z } from 'zod';
import type { Actor } from '../src/lib/core/people/policy';
import { MINUTE, type Moment } from '../src/lib/core/time/moment';
import { dayOf } from '../src/lib/core/time/days';
import { clock } from '../src/lib/server/clock';
import { enterCalendarDays } from '../src/lib/server/courses/calendar';
import { enrol } from '../src/lib/server/courses/create-course';
import { invite } from '../src/lib/server/courses/invitations';
import { execute } from '../src/lib/server/db/connection';
import { readAll } from '../src/lib/server/tidings/read-tidings';
import { openSimulatedSite } from '../src/lib/server/links/simulated-site';
import { lookAndSettle, returnRound } from '../src/lib/server/marking/return-round';
import { readAssignment, readOwnPacket } from '../src/lib/server/assignments/read-assignment';
import { removePiece } from '../src/lib/server/gathering/pieces';
import { declareDone } from '../src/lib/server/rounds/change';
import { submitPacket } from '../src/lib/server/rounds/submit';
import { createPerson } from '../src/lib/server/people/create-person';
import { noteDemo } from '../src/lib/server/db/settings';
import { act, assignmentId, key, rowAt, standing, type Cast } from './acts';
import { classmate, dice, type ClassmateDeed } from './classmates';
import { dated, fillStarter } from './fill-in';
import { addDemoFile, addDemoLink, fillPlace } from './hand-in';
import { openCourse, tell } from './open-course';
import { readWorld, type DemoCourse, type DemoStep, type Filled } from './read-world';
import { openOffices } from './offices';
import { openFamily } from './family';
import { openPortfolio } from './portfolio';
import { openKnots } from './knots';
import { openSkiff } from './together';
import { schemeOf } from './schemes';
import { levelsOf, setAssignment, talk, type Ids } from './set-assignment';
import { when } from './when';

/** One thing that happens in the demo's past, at its moment. */
export interface Deed {
  at: Moment;
  what: string;
  run: () => Promise<unknown>;
}

/**
 * Loads the demo world through the ordinary use-cases, with the clock moved to the moment of each deed, oldest first.
 *
 * @param onProgress share of the deeds that are done, 0 to 1
 */
export async function loadDemo(onProgress: (share: number) => void): Promise<void> {
  const now = clock.now();
  const { school, courses, stories } = readWorld();
  const at = (text: string) => when(text, now, school.zone);
  clock.set(at('school-30 08:00'), { frozen: true });
  const people = await createPeople(school);
  await openOffices(person(people, 'petra'), school.offices);
  for (const days of school.calendar)
    await enterCalendarDays(person(people, 'petra'), {
      ...days,
      first: dayOf(at(days.first), school.zone),
      last: dayOf(at(days.last), school.zone)
    });
  const about = Object.entries(school.listed).map(([handle, text]) => ({
    handle,
    name: nameOf(handle, school),
    about: text
  }));
  await noteDemo({ password: school.password, accounts: about });
  // Links of the demo lead to the simulated site, which is looked at as any other.
  await openSimulatedSite();
  const deeds: Deed[] = [];
  for (const course of courses) {
    const students = classOf(course, school.students);
    const teacher = person(people, course.teacher);
    const made = await openCourse(course, teacher, school.zone, at);
    for (const name of students) await enrol(made.id, person(people, handleOf(name)).id, 'student');
    const speaker = (by: string) => (by === 'teacher' ? teacher : person(people, by));
    for (const notice of course.notices) deeds.push(...tell(notice, made, teacher, speaker, at));
    for (const assignment of course.assignments) {
      const set = at(assignment.set);
      const ids: Ids = {};
      deeds.push({ at: set, what: assignment.key, run: () => setAssignment(assignment, made, teacher, ids, at) });
      // Early in the morning "today at nine" lies ahead of "some hours ago": nothing is done before it was set.
      const once = (done: Deed[]) => done.map((deed) => ({ ...deed, at: Math.max(deed.at, set + MINUTE) }));
      deeds.push(...once(talk(assignment.said, ids, speaker, at)));
      const due = assignment.due === undefined ? null : at(assignment.due);
      for (const name of students) {
        const student = person(people, handleOf(name));
        const steps = stories[handleOf(name)];
        if (steps) deeds.push(...once(story(steps[assignment.key] ?? [], { ids, student, teacher, at })));
        else deeds.push(...once(life(classmate(name, assignment, due, set, now), { ids, student, teacher, name })));
      }
    }
  }
  deeds.push(...school.newcomers.map((one) => invitation(one, courses, people, at)));
  // What happened before yesterday evening has been read; what came since is new.
  for (const one of people.values())
    deeds.push({ at: at('school-1 19:00'), what: 'reading the tidings', run: () => readAll(one) });
  deeds.sort((a, b) => a.at - b.at);
  for (const [i, deed] of deeds.entries()) {
    clock.set(deed.at, { frozen: true });
    await mustSucceed(deed);
    if (i % 25 === 0) onProgress(i / deeds.length);
  }
  for (const course of courses) await schemeOf(course, person(people, course.teacher));
  await openFamily({ ilse: person(people, 'ilse'), office: person(people, 'petra') }, school.zone);
  await openPortfolio(person(people, 'ilse'));
  await openSkiff(person(people, 'ilse'), person(people, 'casper'));
  await openKnots(person(people, 'ilse'), person(people, 'casper'));
  clock.set(now, { frozen: false });
  // The mails of the weeks before have long been sent.
  await execute("delete from pgboss.job where name = 'mail-tiding'");
  onProgress(1);
}

type School = ReturnType<typeof readWorld>['school'];

function invitation(
  one: School['newcomers'][number],
  courses: DemoCourse[],
  people: Map<string, Actor>,
  at: (text: string) => Moment
): Deed {
  const course = courses.find(({ slug }) => slug === one.invitedTo);
  if (!course) throw new Error(`${one.name} is invited to a course that is not there.`);
  const email = `${handleOf(one.name)}@skerrow.example`;
  const teacher = { ...person(people, course.teacher), name: course.teacherName };
  return {
    at: at(one.at),
    what: `inviting ${one.name}`,
    run: () => invite(teacher, course.slug, { emails: [email], role: 'student' })
  };
}

async function mustSucceed(deed: Deed): Promise<void> {
  const answer = z.object({ ok: z.boolean(), why: z.string().optional() }).safeParse(await deed.run());
  if (answer.success && !answer.data.ok)
    throw new Error(
      `The demo's ${deed.what} at ${new Date(deed.at).toISOString()} was refused: ${answer.data.why ?? ''}`
    );
}

async function createPeople(school: School): Promise<Map<string, Actor>> {
  const staff = [...school.teachers, ...school.guardians];
  const names = [...school.students, ...school.newcomers.map(({ name }) => name)];
  const students = names.map((name) => ({
    handle: handleOf(name),
    name,
    sortName: sortNameOf(name),
    schoolRoles: []
  }));
  const people = new Map<string, Actor>();
  const create = async (one: (typeof staff)[number]) => {
    const email = `${one.handle}@skerrow.example`;
    const { id } = await createPerson({ ...one, email, zone: school.zone, password: school.password });
    people.set(one.handle, { id, schoolRoles: one.schoolRoles });
  };
  const all = [...staff, ...students];
  // Four at a time: as many as hash passwords at once.
  for (let i = 0; i < all.length; i += 4) await Promise.all(all.slice(i, i + 4).map(create));
  return people;
}

/** The whole school for a large course, the same part of it each time for a small one. Ilse is in all. */
function classOf(course: DemoCourse, students: string[]): string[] {
  const [first = '', ...others] = students;
  const said = [...course.notices, ...course.assignments].flatMap((one) => one.said.map(({ by }) => by));
  // Teodor is listed on the sign-in page, so that he should have something to do; who speaks in a course is in it.
  const comesIn = (name: string) => name === 'Teodor Brandt' || said.includes(handleOf(name));
  const order = new Map(others.map((name) => [name, comesIn(name) ? -1 : dice(`${course.slug} ${name}`)()]));
  others.sort((a, b) => (order.get(a) ?? 0) - (order.get(b) ?? 0));
  return [first, ...others].slice(0, course.classSize);
}

function story(steps: DemoStep[], cast: Cast & { at: (text: string) => Moment }): Deed[] {
  return steps.map((step) => ({
    at: cast.at(step.at),
    what: `${step.do ?? `adding ${step.add ?? step.link ?? ''}`}`,
    run: () => doStep(step, cast)
  }));
}

function doStep(step: DemoStep, cast: Cast & { at: (text: string) => Moment }) {
  if (step.clear !== undefined) return clear(cast);
  if (step.fill !== undefined) return fill(step.fill, step.place, cast);
  return step.add === undefined && step.link === undefined ? act(step, cast) : add(step, cast);
}

/** Takes every piece out of the packet. */
async function clear({ ids, student }: Cast) {
  const own = { assignmentId: assignmentId(ids) };
  const { pieces } = await readOwnPacket(await readAssignment(student, own.assignmentId));
  for (const { id } of pieces) await removePiece(student, { ...own, pieceId: id });
  return { ok: true };
}

/** Answers in the starter of a place. Dates in it are said as all moments of the story are. */
async function fill(said: Filled, place: number, { ids, student, at: when }: Cast & { at: (text: string) => Moment }) {
  const at = ids.places?.[place - 1];
  if (!at) throw new Error('A story fills in a place that is not there.');
  return fillStarter(student, assignmentId(ids), at, { name: `${at.title}, Ilse Varga`, answers: dated(said, when) });
}

function add(step: DemoStep, { ids, student }: Cast) {
  const { add: file, link, place } = step;
  const deliverableId = place === 0 ? null : (ids.places?.[place - 1]?.id ?? null);
  return link === undefined
    ? addDemoFile(student, assignmentId(ids), deliverableId, file ?? '')
    : addDemoLink(student, assignmentId(ids), deliverableId, link);
}

function life(deeds: ClassmateDeed[], cast: Cast & { name: string }): Deed[] {
  const { ids, student, teacher, name } = cast;
  return deeds.map((deed) => ({
    at: deed.at,
    what: `${deed.do} of ${cast.name}`,
    run: async () => {
      const own = { assignmentId: assignmentId(ids) };
      if (deed.do === 'declare') return declareDone(student, own);
      if (deed.do === 'submit') {
        for (const place of ids.places ?? [])
          await fillPlace(student, own.assignmentId, place, { text: deed.text, by: name });
        return submitPacket(student, { ...own, key: key() });
      }
      const round = await standing({ ...own, studentId: student.id });
      if (deed.do === 'look') return lookAndSettle(teacher, { ...round, remark: '', key: key() });
      const judged = levelsOf(ids, name);
      return returnRound(teacher, {
        ...round,
        points: judged?.points ?? deed.points,
        rows: judged?.levels.flatMap(rowAt),
        remark: deed.remark,
        key: key(),
        outcome: 'settled'
      });
    }
  }));
}

function person(people: Map<string, Actor>, handle: string): Actor {
  const found = people.get(handle);
  if (!found) throw new Error(`Nobody in the demo is called ${handle}.`);
  return found;
}

/** First names tell the students apart, but for two: they take their family name along. */
function handleOf(name: string): string {
  const [first = '', last = ''] = name.toLowerCase().split(' ');
  return first === 'petra' ? `${first}.${last}` : first;
}

function sortNameOf(name: string): string {
  const [first = '', last = ''] = name.split(' ');
  return `${last}, ${first}`;
}

function nameOf(handle: string, school: School): string {
  const staff = [...school.teachers, ...school.guardians].find((one) => one.handle === handle);
  const names = [...school.students, ...school.newcomers.map(({ name }) => name)];
  return staff?.name ?? names.find((name) => handleOf(name) === handle) ?? handle;
}
