import { z } from 'zod';
import { changePassword } from '$server/auth/change-password';
import { closeOtherSessions, readSessions, SESSION_COOKIE } from '$server/auth/sessions';
import { clock } from '$server/clock';
import { action } from '../shared/action';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';
import { topics } from '$core/live/topics';
import { askForOwnData, readOwnData } from '$server/own/own-data';
import { keepSession } from '../shared/session-cookie';
import { Password } from '$server/people/create-person';

export const load = async ({ locals, url, cookies, depends }) => {
  const person = signedIn(locals, url);
  const [sessions, own] = await Promise.all([
    readSessions(person.id, cookies.get(SESSION_COOKIE) ?? ''),
    readOwnData(person)
  ]);
  return { ...shows(depends, topics.tidings), sessions, own, now: clock.now() };
};

const Which = z.object({ id: z.string().max(64).optional() });

const Change = z
  .object({
    old: z.string().min(1, 'Write your present password.').max(200),
    password: Password,
    again: z.string().max(200)
  })
  .refine(({ password, again }) => password === again, 'The two new passwords differ.');

export const actions = {
  own: action(z.object({}), (person) => askForOwnData(person), {
    then: () => ({ done: 'It is being put together. You are told under Tidings when it is there.' })
  }),
  password: action(
    Change,
    (person, { old, password }, { request }) =>
      changePassword(person, { old, fresh: password, agent: request.headers.get('user-agent') ?? '' }),
    {
      then: (changed, _, { cookies }) => {
        keepSession(cookies, changed);
        return { done: 'Your password is changed, and you are signed out everywhere but here.' };
      }
    }
  ),
  end: action(Which, ({ id: personId }, { id }, { cookies }) =>
    closeOtherSessions(personId, cookies.get(SESSION_COOKIE) ?? '', id ?? null)
  )
};
