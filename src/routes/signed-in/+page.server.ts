import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import { changePassword } from '$server/auth/change-password';
import { closeOtherSessions, readSessions, SESSION_COOKIE } from '$server/auth/sessions';
import { clock } from '$server/clock';
import { handleForm } from '../shared/form';
import { signedIn } from '../shared/guard';
import { keepSession } from '../shared/session-cookie';
import { Password } from '$server/people/create-person';

export const load = async ({ locals, url, cookies }) => {
  const person = signedIn(locals, url);
  return { sessions: await readSessions(person.id, cookies.get(SESSION_COOKIE) ?? ''), now: clock.now() };
};

const WORDS = {
  'wrong-password': 'That is not your present password. Nothing was changed.',
  'too-many-tries': 'Too many tries for now. Wait a quarter of an hour, then try again.'
};

const Which = z.object({ id: z.string().max(64).optional() });

const Change = z.object({ old: z.string().min(1).max(200), password: Password, again: z.string().max(200) });

export const actions = {
  password: ({ locals, url, request, cookies }) =>
    handleForm(request, Change, async ({ old, password, again }) => {
      if (password !== again) return fail(400, { problem: 'The two new passwords differ. Nothing was changed.' });
      const agent = request.headers.get('user-agent') ?? '';
      const changed = await changePassword(signedIn(locals, url), { old, fresh: password, agent });
      if (!changed.ok) return fail(409, { problem: WORDS[changed.why] });
      keepSession(cookies, changed);
      return { done: 'Your password is changed, and you are signed out everywhere but here.' };
    }),
  end: async ({ locals, url, request, cookies }) =>
    handleForm(request, Which, async ({ id }) => {
      const person = signedIn(locals, url);
      await closeOtherSessions(person.id, cookies.get(SESSION_COOKIE) ?? '', id ?? null);
      return { done: true };
    })
};
