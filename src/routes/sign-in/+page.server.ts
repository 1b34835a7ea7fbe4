import { redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { DAY } from '$core/time/moment';
import { DEVICE_COOKIE } from '$server/auth/known-devices';
import { SESSION_COOKIE } from '$server/auth/sessions';
import { signIn } from '$server/auth/sign-in';
import { clock } from '$server/clock';
import { demoAccounts } from '$server/db/settings';
import { span } from '$core/time/words';
import { ownPath } from '../shared/guard';
import { openAction } from '../shared/action';
import { COOKIE, keepSession } from '../shared/session-cookie';

const SignInForm = z.object({
  handle: z.string().trim().min(1, 'Write your account name.').max(64, 'Account names have 64 characters at most.'),
  password: z.string().min(1, 'Write your password.').max(200, 'Passwords have 200 characters at most.')
});

export const load = async ({ locals, url }) => {
  if (locals.person) redirect(303, ownPath(url.searchParams.get('to'), url.origin));
  return { demo: await demoAccounts(), chosen: url.searchParams.has('chosen') };
};

export const actions = {
  default: openAction(
    SignInForm,
    async (given, { cookies, request, getClientAddress }) => {
      const answer = await signIn({
        ...given,
        address: addressOf(getClientAddress),
        device: cookies.get(DEVICE_COOKIE),
        agent: request.headers.get('user-agent') ?? '',
        oldToken: cookies.get(SESSION_COOKIE)
      });
      return answer.ok || answer.why !== 'too-many-tries' ? answer : { ...answer, wait: answer.until - clock.now() };
    },
    {
      words: (refusal) =>
        refusal.why === 'too-many-tries'
          ? `Too many tries for now. Try again in ${span(Math.max(60_000, refusal.wait))}, or ask your school for a new password.`
          : 'That name and password do not belong together. Check both and try again.',
      goTo: (session, _, { cookies, url }) => {
        keepSession(cookies, session);
        cookies.set(DEVICE_COOKIE, session.device, { ...COOKIE, path: '/sign-in', maxAge: (400 * DAY) / 1000 });
        return ownPath(url.searchParams.get('to'), url.origin);
      }
    }
  )
};

/** Where a request comes from. Behind a proxy its header says so; one that came past the proxy has none. */
function addressOf(read: () => string): string {
  try {
    return read();
  } catch {
    return 'past the proxy';
  }
}
