import { randomUUID } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { JOIN_TRIES } from '$core/courses/join-phrase';
import { readOwnPacket, readAssignment } from '$server/assignments/read-assignment';
import { acceptInvitation, invite, openInvitation, readRoster, withdrawInvitation } from '$server/courses/invitations';
import { changeJoinPhrase, joinByPhrase, leaveCourse, readJoinPhraseOf, removeStudent } from '$server/courses/join';
import { endCourse } from '$server/courses/about';
import { readOwnCourses } from '$server/courses/own-courses';
import { select } from '$server/db/connection';
import { readEml, readOutbox } from '$server/mail/mail';
import { NotHere } from '$server/outcome';
import { readDesk } from '$server/lines/desk';
import { at, count, DAY, handIn, HOUR, MONDAY, OFFICE, person, smallCourse } from './kit';

type School = Awaited<ReturnType<typeof smallCourse>>;
let school: School;
let slug: string;
const named = (who: Actor) => ({ ...who, name: 'Odile' });

beforeEach(async () => {
  school = await smallCourse();
  const [row] = await select(z.object({ slug: z.string() }), 'select slug from courses where id = $1', [
    school.course.id
  ]);
  slug = row?.slug ?? '';
});

const emailOf = async (who: { id: string }) => {
  const [row] = await select(z.object({ email: z.string() }), 'select email from people where id = $1', [who.id]);
  return row?.email ?? '';
};
/** The token in the newest mail to someone. */
const mailedToken = async (email: string) => {
  const mail = (await readOutbox(OFFICE)).find(({ to }) => to === email);
  return /\/join\/([\w-]+)/.exec(mail?.body ?? '')?.[1] ?? '';
};

describe('joining by phrase', () => {
  it('lets in whoever writes the three words, and shows the teacher who joined and how', async () => {
    const phrase = await changeJoinPhrase(school.teacher, slug, 'new');
    expect(await joinByPhrase(school.stranger, ` ${phrase?.toUpperCase().replaceAll(' ', '-')} `)).toEqual({
      ok: true,
      slug
    });
    const { people } = await readRoster(school.course.id);
    expect(people.find(({ id }) => id === school.stranger.id)).toMatchObject({
      role: 'student',
      joinedBy: 'phrase',
      joined: MONDAY
    });
    expect(await joinByPhrase(school.stranger, phrase ?? '')).toEqual({ ok: false, why: 'already-in' });
  });

  it('lets nobody in by an old, closed or unknown phrase, nor into a course that is over', async () => {
    const old = (await changeJoinPhrase(school.teacher, slug, 'new')) ?? '';
    const fresh = (await changeJoinPhrase(school.teacher, slug, 'new')) ?? '';
    expect(await joinByPhrase(school.stranger, old)).toEqual({ ok: false, why: 'unknown-phrase' });
    await endCourse(school.teacher, slug, 'ended');
    expect(await joinByPhrase(school.stranger, fresh)).toEqual({ ok: false, why: 'unknown-phrase' });
    await endCourse(school.teacher, slug, 'running');
    expect(await changeJoinPhrase(school.teacher, slug, 'closed')).toBeNull();
    expect(await readJoinPhraseOf(school.course.id)).toBeNull();
    expect(await joinByPhrase(school.stranger, fresh)).toEqual({ ok: false, why: 'unknown-phrase' });
    expect(await joinByPhrase(school.stranger, 'two words')).toEqual({ ok: false, why: 'not-three-words' });
  });

  it('limits wrong phrases, also when they are tried all at once, and forgets them after an hour', async () => {
    const phrase = (await changeJoinPhrase(school.teacher, slug, 'new')) ?? '';
    const tries = await Promise.all(
      Array.from({ length: JOIN_TRIES + 5 }, () => joinByPhrase(school.stranger, 'not the phrase'))
    );
    expect(tries.filter((one) => !one.ok && one.why === 'too-many-phrases').length).toBeGreaterThanOrEqual(5);
    expect(await joinByPhrase(school.stranger, phrase)).toEqual({ ok: false, why: 'too-many-phrases' });
    at(MONDAY + HOUR + 1000);
    expect(await joinByPhrase(school.stranger, phrase)).toEqual({ ok: true, slug });
  });

  it('is opened and closed by teachers alone', async () => {
    await expect(changeJoinPhrase(school.ilse, slug, 'new')).rejects.toThrow(NotHere);
    await expect(changeJoinPhrase(school.stranger, slug, 'closed')).rejects.toThrow(NotHere);
  });
});

describe('an invitation', () => {
  it('stands on the Desk, is mailed, works once, for its own address', async () => {
    const email = await emailOf(school.stranger);
    await invite(named(school.teacher), slug, { emails: [email], role: 'student' });
    const { invitations } = await readOwnCourses({ ...school.stranger, zone: 'UTC' });
    expect(invitations).toMatchObject([{ courseTitle: 'Tidal Ecology', by: 'Odile' }]);
    const token = await mailedToken(email);
    expect(await openInvitation(school.ilse, token)).toMatchObject({
      problem: 'invitation-for-another',
      email,
      yours: await emailOf(school.ilse)
    });
    expect(await acceptInvitation(school.ilse, { token })).toEqual({ ok: false, why: 'invitation-for-another' });
    const both = await Promise.all([
      acceptInvitation(school.stranger, { token }),
      acceptInvitation(school.stranger, { invitationId: invitations[0]?.id ?? '' })
    ]);
    expect(both.filter(({ ok }) => ok)).toHaveLength(1);
    expect(both.find(({ ok }) => !ok)).toEqual({ ok: false, why: 'invitation-used' });
    expect(await count('select count(*) n from enrolments where person_id = $1', [school.stranger.id])).toBe(1);
    expect((await readRoster(school.course.id)).invitations[0]).toMatchObject({ state: 'accepted', acceptedBy: 'Lev' });
  });

  it('ends after two weeks, or when it is withdrawn; an unknown one is known as such', async () => {
    const email = await emailOf(school.stranger);
    await invite(named(school.teacher), slug, { emails: [email], role: 'student' });
    const first = await mailedToken(email);
    at(MONDAY + 14 * DAY);
    expect(await acceptInvitation(school.stranger, { token: first })).toEqual({ ok: false, why: 'invitation-over' });
    expect((await readOwnCourses({ ...school.stranger, zone: 'UTC' })).invitations).toEqual([]);
    at(MONDAY + 14 * DAY + 1);
    await invite(named(school.teacher), slug, { emails: [email], role: 'teacher' });
    const second = await mailedToken(email);
    const { invitations } = await readRoster(school.course.id);
    expect(invitations.map(({ state }) => state)).toEqual(['pending', 'over']);
    await withdrawInvitation(school.teacher, slug, invitations[0]?.id ?? '');
    expect(await acceptInvitation(school.stranger, { token: second })).toEqual({
      ok: false,
      why: 'invitation-withdrawn'
    });
    expect(await acceptInvitation(school.stranger, { token: 'nonsense' })).toEqual({
      ok: false,
      why: 'invitation-unknown'
    });
    expect(await openInvitation(school.stranger, randomUUID())).toBeNull();
  });

  it('keeps no token that could be used, and reads as a proper mail', async () => {
    const email = await emailOf(school.stranger);
    await invite(named(school.teacher), slug, { emails: [email], role: 'student' });
    const token = await mailedToken(email);
    expect(token).toMatch(/^[\w-]{20,}$/);
    const kept =
      "select count(*) n from invitations i where i.email = $1 and strpos(i::text, $2) = 0 and strpos(encode(token_hash, 'escape'), $2) = 0";
    expect(await count(kept, [email, token])).toBe(1);
    const mail = (await readOutbox(OFFICE)).find(({ to }) => to === email);
    const eml = (await readEml(OFFICE, mail?.id ?? randomUUID()))?.toString() ?? '';
    expect(eml).toContain(`To: ${email}\r\n`);
    expect(eml).toMatch(/Subject: Join Tidal Ecology\r\n/);
    expect(eml).toMatch(/Message-ID: <[\w-]+@[\w.]+>\r\n/);
    expect(await readEml(OFFICE, randomUUID())).toBeNull();
  });

  it('is sent by teachers alone', async () => {
    await expect(invite(named(school.ilse), slug, { emails: ['a@skerrow.example'], role: 'teacher' })).rejects.toThrow(
      NotHere
    );
    expect(await count('select count(*) n from mails where to_address = $1', ['a@skerrow.example'])).toBe(0);
  });
});

describe('leaving', () => {
  it('loses nothing that was submitted, and it is there again on coming back', async () => {
    const id = await school.set();
    await handIn(school.ilse, id, 'one');
    const phrase = (await changeJoinPhrase(school.teacher, slug, 'new')) ?? '';
    await leaveCourse(school.ilse, slug);
    expect((await readDesk(school.ilse)).lines).toEqual([]);
    await expect(readAssignment(school.ilse, id)).rejects.toThrow(NotHere);
    expect((await readRoster(school.course.id)).people.find((one) => one.id === school.ilse.id)?.left).toBe(MONDAY);
    await joinByPhrase(school.ilse, phrase);
    expect((await readOwnPacket(await readAssignment(school.ilse, id))).rounds).toHaveLength(1);
  });

  it('can be the teacher’s decision about a student, never the other way round', async () => {
    await removeStudent(school.teacher, slug, school.ilse.id);
    await expect(removeStudent(school.teacher, slug, school.ilse.id)).rejects.toThrow(NotHere);
    await expect(removeStudent(school.teodor, slug, school.ilse.id)).rejects.toThrow(NotHere);
    await expect(removeStudent(school.teacher, slug, school.teacher.id)).rejects.toThrow(NotHere);
    await expect(leaveCourse(school.teacher, slug)).rejects.toThrow(NotHere);
    expect(await person('Nobody')).toBeDefined();
  });
});
