import { z } from 'zod';
import { closeOtherSessions, readSessions, SESSION_COOKIE } from '$server/auth/sessions';
import { clock } from '$server/clock';
import { handleForm } from '../shared/form';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url, cookies }) => {
  const person = signedIn(locals, url);
  return { sessions: await readSessions(person.id, cookies.get(SESSION_COOKIE) ?? ''), now: clock.now() };
};

const Which = z.object({ id: z.string().max(64).optional() });

export const actions = {
  end: async ({ locals, url, request, cookies }) =>
    handleForm(request, Which, async ({ id }) => {
      const person = signedIn(locals, url);
      await closeOtherSessions(person.id, cookies.get(SESSION_COOKIE) ?? '', id ?? null);
      return { done: true };
    })
};
