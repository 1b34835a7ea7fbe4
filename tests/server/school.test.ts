import { randomUUID } from 'node:crypto';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { changePassword } from '$server/auth/change-password';
import { askForPassword, openPasswordLink, usePasswordLink } from '$server/auth/password-links';
import { findSession } from '$server/auth/sessions';
import { signIn } from '$server/auth/sign-in';
import { select } from '$server/db/connection';
import { readOutbox } from '$server/mail/mail';
import { NotHere } from '$server/outcome';
import { addCourse, enrolPeople, readCourse, readCourses, removeFromCourse } from '$server/school/courses';
import { makeSchool, SchoolRefused, sortNameOf } from '$server/school/make-school';
import { addPerson, changePerson, PEOPLE_PAGE, readPeople, readPerson, renewWayIn } from '$server/school/people';
import { receiveRoster } from '$server/school/receive-roster';
import { draftRoster, planDraft, takeDraftIn } from '$server/school/roster-import';
import { readSchool } from '$server/school/school';
import { readTroubles } from '$server/school/troubles';
import { at, count, DAY, HOUR, MONDAY, OFFICE } from './kit';

const PASSWORD = 'ebb and flow and ebb';
const tokenOf = (href: string) => href.split('/').at(-1) ?? '';
let office: Actor;
let teacher: Actor;

const actor = async (handle: string, schoolRoles: Actor['schoolRoles'] = []): Promise<Actor> => {
  const [row] = await select(z.object({ id: z.string() }), 'select id from people where handle = $1', [handle]);
  return { id: row?.id ?? '', schoolRoles };
};
const founders = {
  name: 'Skerrow Upper School',
  zone: 'Atlantic/Faroe',
  office: { handle: 'petra', name: 'Petra Holm', email: 'petra@skerrow.example' },
  teacher: { handle: 'odile', name: 'Odile Ferrante', email: 'odile@skerrow.example' }
};
const someone = (handle: string) => ({
  handle,
  name: 'Kaia Tamm',
  email: `${handle}@skerrow.example`,
  sortName: '',
  office: false
});

beforeAll(async () => {
  at(MONDAY);
  const links = await makeSchool(founders);
  expect(await usePasswordLink(tokenOf(links.office), PASSWORD)).toEqual({ ok: true });
  office = await actor('petra', ['office']);
  teacher = await actor('odile');
});
beforeEach(() => at(MONDAY));

const signInAs = (handle: string, password = PASSWORD) =>
  signIn({ handle, password, address: randomUUID(), agent: 'test' });

describe('a school of one’s own', () => {
  it('has an office that can sign in, and a first teacher who still has to choose a password', async () => {
    expect(await readSchool()).toEqual({ name: 'Skerrow Upper School', zone: 'Atlantic/Faroe' });
    const session = await signInAs('petra');
    expect(session.ok && (await findSession(session.token))?.schoolRoles).toEqual(['office']);
    expect(await signInAs('odile')).toMatchObject({ ok: false });
    // Nor does what stands in place of a password let anybody in.
    expect(await signInAs('odile', '!')).toMatchObject({ ok: false });
  });

  it('is made once', async () => {
    await expect(makeSchool(founders)).rejects.toThrow(SchoolRefused);
    expect(await count('select count(*) as n from people where handle in ($1, $2)', ['petra', 'odile'])).toBe(2);
  });

  it.each([
    ['Ilse Varga', 'Varga, Ilse'],
    ['Varga, Ilse', 'Varga, Ilse'],
    ['Ilse', 'Ilse'],
    ['Maria de la Cruz', 'Cruz, Maria de la']
  ])('sorts %s as %s', (name, sorted) => expect(sortNameOf(name)).toBe(sorted));
});

describe('a link to a password', () => {
  it('works once, and ends every session and all that was known', async () => {
    const made = await addPerson(office, someone('kaia'));
    const { id } = made.ok ? made : { id: '' };
    const first = await renewWayIn(office, id);
    const second = await renewWayIn(office, id);
    expect(await openPasswordLink(tokenOf(first.href ?? ''))).toBeNull();
    expect(await openPasswordLink(tokenOf(second.href ?? ''))).toMatchObject({ handle: 'kaia' });
    expect(await usePasswordLink(tokenOf(second.href ?? ''), PASSWORD)).toEqual({ ok: true });
    expect(await usePasswordLink(tokenOf(second.href ?? ''), 'another one entirely')).toEqual({
      ok: false,
      why: 'link-used'
    });
    const session = await signInAs('kaia');
    expect(session.ok).toBe(true);
    const third = await renewWayIn(office, id);
    await usePasswordLink(tokenOf(third.href ?? ''), 'another one entirely');
    expect(session.ok && (await findSession(session.token))).toBeNull();
    expect(await signInAs('kaia')).toMatchObject({ ok: false });
  });

  it('is over after a week', async () => {
    const made = await addPerson(office, someone('noor'));
    const { href } = await renewWayIn(office, made.ok ? made.id : '');
    at(MONDAY + 8 * DAY);
    expect(await openPasswordLink(tokenOf(href ?? ''))).toBeNull();
    expect(await usePasswordLink(tokenOf(href ?? ''), PASSWORD)).toEqual({ ok: false, why: 'link-used' });
  });

  it('is mailed to whoever has lost theirs, a few times an hour, and says nothing of who is here', async () => {
    const made = await addPerson(office, someone('suvi'));
    expect(made.ok).toBe(true);
    const mails = async () => (await readOutbox(OFFICE)).filter(({ to }) => to === 'suvi@skerrow.example');
    expect(await askForPassword('nobody-at-all')).toBeUndefined();
    for (let i = 0; i < 5; i++) expect(await askForPassword(i % 2 ? 'SUVI@skerrow.example' : 'Suvi')).toBeUndefined();
    expect(await mails()).toHaveLength(3);
    const newest = /\/password\/(\S+)/.exec((await mails())[0]?.body ?? '')?.[1] ?? '';
    const works = (
      await Promise.all((await mails()).map(({ body }) => openPasswordLink(/\/password\/(\S+)/.exec(body)?.[1] ?? '')))
    ).filter(Boolean);
    expect(works).toHaveLength(1);
    expect(newest).not.toBe('');
    at(MONDAY + 2 * HOUR);
    await askForPassword('suvi');
    expect(await mails()).toHaveLength(4);
  });

  it('is kept as a hash alone', async () => {
    expect(await count('select count(*) as n from password_links where length(token_hash) <> 32')).toBe(0);
  });
});

it('lets people change their own, with the old one, and signs them out elsewhere', async () => {
  const made = await addPerson(office, someone('bram'));
  const { href } = await renewWayIn(office, made.ok ? made.id : '');
  await usePasswordLink(tokenOf(href ?? ''), PASSWORD);
  const elsewhere = await signInAs('bram');
  const own = { id: made.ok ? made.id : '', handle: 'bram' };
  expect(await changePassword(own, { old: 'not this one', fresh: 'spring tide at dawn', agent: '' })).toMatchObject({
    why: 'wrong-password'
  });
  const changed = await changePassword(own, { old: PASSWORD, fresh: 'spring tide at dawn', agent: 'here' });
  expect(changed.ok && (await findSession(changed.token))?.handle).toBe('bram');
  expect(elsewhere.ok && (await findSession(elsewhere.token))).toBeNull();
  expect(await signInAs('bram', 'spring tide at dawn')).toMatchObject({ ok: true });
  for (let i = 0; i < 10; i++)
    await changePassword(own, { old: `guess ${i}`, fresh: 'spring tide at dawn', agent: '' });
  expect(await changePassword(own, { old: 'spring tide at dawn', fresh: PASSWORD, agent: '' })).toMatchObject({
    why: 'too-many-passwords'
  });
});

describe('the office', () => {
  it('keeps accounts by hand: no two of one name, and never itself without a way in', async () => {
    const made = await addPerson(office, someone('anselm'));
    const id = made.ok ? made.id : '';
    expect(await addPerson(office, someone('anselm'))).toEqual({ ok: false, why: 'handle-taken' });
    expect(await changePerson(office, id, { ...someone('petra'), name: 'X' })).toEqual({
      ok: false,
      why: 'handle-taken'
    });
    expect(await changePerson(office, id, { ...someone('anselm.roy'), name: 'Anselm Roy' })).toEqual({ ok: true });
    expect(await readPerson(office, id)).toMatchObject({
      handle: 'anselm.roy',
      sortName: 'Roy, Anselm',
      hasPassword: false
    });
    const petra = { ...someone('petra'), name: 'Petra Holm', email: 'petra@skerrow.example' };
    expect(await changePerson(office, office.id, petra)).toEqual({ ok: false, why: 'last-office' });
  });

  it('makes courses, and lets people into them and out', async () => {
    const made = await addCourse(office, {
      title: 'Sea Stories',
      emblem: 'page',
      zone: 'Atlantic/Faroe',
      teacher: 'odile'
    });
    expect(made).toEqual({ ok: true, slug: 'sea-stories' });
    expect(
      await addCourse(office, { title: 'Sea Stories', emblem: 'page', zone: 'Atlantic/Faroe', teacher: '' })
    ).toEqual({
      ok: true,
      slug: 'sea-stories-2'
    });
    expect(await addCourse(office, { title: 'X', emblem: 'page', zone: 'UTC', teacher: 'nobody' })).toMatchObject({
      ok: false
    });
    const pilar = await addPerson(office, someone('pilar'));
    const entered = await enrolPeople(office, 'sea-stories', { handles: ['pilar', 'no-such'], role: 'student' });
    expect(entered).toEqual({ entered: 1, unknown: ['no-such'] });
    expect((await readCourse(office, 'sea-stories')).people.map(({ handle, role }) => [handle, role])).toEqual([
      ['odile', 'teacher'],
      ['pilar', 'student']
    ]);
    await removeFromCourse(office, 'sea-stories', pilar.ok ? pilar.id : '');
    expect((await readCourse(office, 'sea-stories')).people).toHaveLength(1);
    expect((await readCourses(office, 'stories')).total).toBe(2);
  });

  it('is nobody else', async () => {
    const doings = [
      () => readPeople(teacher, '', null),
      () => readPerson(teacher, office.id),
      () => addPerson(teacher, someone('x1')),
      () => changePerson(teacher, office.id, someone('x2')),
      () => renewWayIn(teacher, office.id),
      () => readCourses(teacher, ''),
      () => readCourse(teacher, 'sea-stories'),
      () => addCourse(teacher, { title: 'X', emblem: 'page', zone: 'UTC', teacher: '' }),
      () => enrolPeople(teacher, 'sea-stories', { handles: ['odile'], role: 'teacher' }),
      () => removeFromCourse(teacher, 'sea-stories', office.id),
      () => draftRoster(teacher, { users: 'sourcedId\n1' }),
      () => receiveRoster(teacher, new Request('http://x/')),
      () => planDraft(teacher, randomUUID()),
      () => takeDraftIn(teacher, randomUUID(), 'mail-nobody'),
      () => readTroubles(teacher)
    ];
    for (const doing of doings) await expect(doing()).rejects.toThrow(NotHere);
  });
});

describe('files of another school system', () => {
  const users = (...rows: string[]) =>
    ['"sourcedId","status","username","givenName","familyName","email","grades"', ...rows].join('\r\n');
  const files = {
    users: users(
      'u1,active,ilse.varga,Ilse,Varga,ilse.varga@skerrow.example,12',
      'u2,active,teodor,Teodor,"Brandt, Jr.",teodor@skerrow.example,12',
      'u3,active,no mail,Maren,Okafor,maren@skerrow.example,12',
      'u4,active,lev,Lev,Anand,lev@skerrow.example,'
    ),
    classes: 'sourcedId,status,title\nc1,active,Field Statistics\nc2,active,\n',
    enrollments:
      'sourcedId,status,classSourcedId,schoolSourcedId,userSourcedId,role\n' +
      'e1,active,c1,s,u1,student\ne2,active,c1,s,u2,student\ne3,active,c1,s,u4,teacher\ne4,active,c1,s,u9,student\n'
  };

  it('are looked at line by line before anything happens, then taken in, once', async () => {
    const draft = await draftRoster(office, files);
    const before = await count('select count(*) as n from people');
    const plan = await planDraft(office, draft);
    expect(plan.people).toHaveLength(3);
    expect(plan.problems.map(({ file, line }) => `${file} ${line}`)).toEqual(['users 4', 'classes 3', 'enrollments 5']);
    expect(await count('select count(*) as n from people')).toBe(before);
    await takeDraftIn(office, draft, 'mail-nobody');
    expect(await count('select count(*) as n from people')).toBe(before + 3);
    expect((await readCourse(office, 'field-statistics')).people.map(({ handle }) => handle)).toEqual([
      'lev',
      'teodor',
      'ilse.varga'
    ]);
    await expect(takeDraftIn(office, draft, 'mail-nobody')).rejects.toThrow(NotHere);
    const again = await planDraft(office, await draftRoster(office, files));
    expect([again.people, again.courses, again.enrolments, again.same]).toEqual([[], [], [], 7]);
  });

  it('change names and end enrolments, and touch nobody’s password', async () => {
    const changed = {
      users: users('u1,active,ilse.varga,Ilse,Varga-Holm,ilse.varga@skerrow.example,12'),
      enrollments: 'classSourcedId,userSourcedId,role,status\nc1,u2,student,tobedeleted\n'
    };
    await takeDraftIn(office, await draftRoster(office, changed), 'mail-nobody');
    expect((await readPeople(office, 'Varga-Holm', null)).people).toMatchObject([
      { handle: 'ilse.varga', hasPassword: false }
    ]);
    expect((await readCourse(office, 'field-statistics')).people.map(({ handle }) => handle)).not.toContain('teodor');
  });

  it('of two offices that take the same in at once, each person comes once', async () => {
    const many = {
      users: users(
        ...Array.from({ length: 30 }, (_, i) => `m${i},active,many${i},Many,No${i},many${i}@skerrow.example,`)
      )
    };
    const drafts = await Promise.all([draftRoster(office, many), draftRoster(office, many)]);
    await Promise.all(drafts.map((draft) => takeDraftIn(office, draft, 'mail-nobody')));
    expect(await count("select count(*) as n from people where handle like 'many%'")).toBe(30);
  });

  it('come by a form, and are said to be none where they are none', async () => {
    const send = (parts: Record<string, string>) => {
      const form = new FormData();
      for (const [name, text] of Object.entries(parts)) form.append(name, new File([text], `${name}.csv`));
      return receiveRoster(office, new Request('http://x/', { method: 'POST', body: form }));
    };
    expect(await send({ users: files.users })).toMatchObject({ ok: true });
    expect(await send({ other: 'a,b' })).toEqual({ ok: false, why: 'no-roster-file' });
    expect(await send({ users: 'a,"b\n'.repeat(10) })).toEqual({ ok: false, why: 'roster-unreadable' });
  });
});

it('lists a large school a page at a time, and finds anyone by a part of their name', async () => {
  const rows = Array.from(
    { length: PEOPLE_PAGE + 20 },
    (_, i) => `p${i},active,page${i},Page,Z${String(i).padStart(3, '0')},p${i}@skerrow.example`
  );
  const users = ['sourcedId,status,username,givenName,familyName,email', ...rows].join('\n');
  await takeDraftIn(office, await draftRoster(office, { users }), 'mail-nobody');
  const first = await readPeople(office, 'page', null);
  expect(first).toMatchObject({ total: PEOPLE_PAGE + 20 });
  const second = await readPeople(office, 'page', first.next);
  expect([...first.people, ...second.people].map(({ handle }) => handle)).toEqual(rows.map((_, i) => `page${i}`));
  expect((await readPeople(office, '%', null)).total).toBe(0);
});
