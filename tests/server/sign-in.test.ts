import { beforeAll, expect, it } from 'vitest';
import { findSession, closeAllSessions, closeOtherSessions, closeSession, readSessions } from '$server/auth/sessions';
import { signIn, TRIES } from '$server/auth/sign-in';
import { createPerson } from '$server/people/create-person';
import { at, count, DAY, MONDAY } from './kit';

const PASSWORD = 'low tide at noon';
const request = { handle: 'ilse', password: PASSWORD, address: '127.0.0.1', agent: 'test' };
let ilse: string;

beforeAll(async () => {
  at(MONDAY);
  const facts = { name: 'Ilse Varga', sortName: 'Varga', email: 'ilse@skerrow.example', zone: 'Atlantic/Faroe' };
  ilse = (await createPerson({ ...facts, handle: 'ilse', password: PASSWORD })).id;
});

async function open(oldToken?: string): Promise<string> {
  const result = await signIn({ ...request, oldToken });
  if (!result.ok) throw new Error(result.why);
  return result.token;
}

it('signs in, whatever the case of the name, and keeps only the hash of the token', async () => {
  const result = await signIn({ ...request, handle: ' Ilse ' });
  if (!result.ok) throw new Error(result.why);
  expect(await findSession(result.token)).toMatchObject({ name: 'Ilse Varga', studies: false });
  expect(
    await count("select count(*) n from sessions where encode(token_hash, 'escape') like '%' || $1 || '%'", [
      result.token
    ])
  ).toBe(0);
  expect(await count('select count(*) n from people where password_hash like $1', ['$argon2id$%'])).toBe(1);
});

it('rotates: the session that the browser came with is over', async () => {
  const before = await open();
  const after = await open(before);
  expect(await findSession(before)).toBeNull();
  expect(await findSession(after)).not.toBeNull();
});

it('ends sessions when signed out, revoked, or after thirty days', async () => {
  const [a, b, c] = [await open(), await open(), await open()];
  await closeSession(a);
  expect(await findSession(a)).toBeNull();
  at(MONDAY + 30 * DAY);
  expect(await findSession(b)).toBeNull();
  at(MONDAY);
  await closeAllSessions(ilse);
  expect(await findSession(c)).toBeNull();
});

it('says the same of a wrong name and a wrong password', async () => {
  const wrong = { ok: false, why: 'wrong-name-or-password' };
  expect(await signIn({ ...request, handle: 'nobody', address: '10.0.0.1' })).toEqual(wrong);
  expect(await signIn({ ...request, password: 'high tide at noon', address: '10.0.0.1' })).toEqual(wrong);
});

it('stops guessing after so many tries, even all at once, and lets in again later', async () => {
  at(MONDAY + DAY);
  const guess = () => signIn({ ...request, password: 'a guess', address: '10.0.0.2' });
  const results = await Promise.all(Array.from({ length: TRIES.account + 4 }, guess));
  expect(results.filter((r) => !r.ok && r.why === 'wrong-name-or-password').length).toBeLessThanOrEqual(TRIES.account);
  expect(await signIn({ ...request, address: '10.0.0.3' })).toMatchObject({ ok: false, why: 'too-many-tries' });
  at(MONDAY + DAY + 16 * 60_000);
  expect(await signIn({ ...request, address: '10.0.0.3' })).toMatchObject({ ok: true });
});

it('shows where someone is signed in, and signs them out elsewhere, one by one or all at once', async () => {
  await closeAllSessions(ilse);
  const [here, phone, library] = [await open(), await open(), await open()];
  const sessions = await readSessions(ilse, here);
  expect(sessions.map((one) => one.here)).toEqual([true, false, false]);
  // Its id is of no use for signing in.
  expect(await findSession(sessions[0]?.id ?? '')).toBeNull();
  const other = await createPerson({
    name: 'T',
    sortName: 'T',
    email: 't@skerrow.example',
    zone: 'UTC',
    handle: 'other',
    password: PASSWORD
  });
  await closeOtherSessions(other.id, 'none', sessions[1]?.id ?? '');
  expect(await readSessions(ilse, here)).toHaveLength(3);
  await closeOtherSessions(ilse, here, sessions[1]?.id ?? '');
  expect(await readSessions(ilse, here)).toHaveLength(2);
  // The one that asks stays, whatever is named.
  await closeOtherSessions(ilse, here, sessions[0]?.id ?? '');
  await closeOtherSessions(ilse, here, null);
  expect(
    [await findSession(here), await findSession(phone), await findSession(library)].map((one) => one !== null)
  ).toEqual([true, false, false]);
});

it('lets a known device in while strangers guess, and counts that one’s own tries', async () => {
  at(MONDAY + 20 * DAY);
  const known = await signIn({ ...request, address: '10.9.0.1' });
  if (!known.ok) throw new Error(known.why);
  for (let i = 0; i < TRIES.account + 2; i++)
    await signIn({ ...request, password: 'high tide at noon', address: `10.9.1.${i}` });
  expect(await signIn({ ...request, address: '10.9.2.1' })).toMatchObject({ ok: false, why: 'too-many-tries' });
  const { device } = known;
  expect(await signIn({ ...request, address: '10.9.3.1', device })).toMatchObject({ ok: true, device });
  // Of no use for another account, and no way to guess on for ever.
  expect(await signIn({ ...request, address: '10.9.3.1', device: 'made up' })).toMatchObject({ ok: false });
  for (let i = 0; i < TRIES.account + 1; i++)
    await signIn({ ...request, password: 'high tide at noon', address: '10.9.3.1', device });
  expect(await signIn({ ...request, address: '10.9.3.1', device })).toMatchObject({ why: 'too-many-tries' });
});
