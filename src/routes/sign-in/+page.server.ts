import { fail, redirect } from '@sveltejs/kit';
import { message, superValidate } from 'sveltekit-superforms';
import { zod4 } from 'sveltekit-superforms/adapters';
import { z } from 'zod';
import { DAY } from '$core/time/moment';
import { DEVICE_COOKIE } from '$server/auth/known-devices';
import { SESSION_COOKIE } from '$server/auth/sessions';
import { signIn } from '$server/auth/sign-in';
import { clock } from '$server/clock';
import { demoAccounts } from '$server/db/settings';
import { span } from '$core/time/words';
import { ownPath } from '../shared/guard';
import { readForm } from '../shared/read-form';
import { COOKIE, keepSession } from '../shared/session-cookie';

const SignInForm = z.object({
  handle: z.string().trim().min(1, 'Write your account name.').max(64, 'Account names have 64 characters at most.'),
  password: z.string().min(1, 'Write your password.').max(200, 'Passwords have 200 characters at most.')
});

export const load = async ({ locals, url }) => {
  if (locals.person) redirect(303, ownPath(url.searchParams.get('to'), url.origin));
  const [form, demo] = await Promise.all([superValidate(zod4(SignInForm)), demoAccounts()]);
  return { form, demo, chosen: url.searchParams.has('chosen') };
};

export const actions = {
  default: async ({ request, cookies, url, getClientAddress }) => {
    const form = await superValidate(await readForm(request), zod4(SignInForm));
    if (!form.valid) return fail(400, { form });
    const result = await signIn({
      ...form.data,
      address: addressOf(getClientAddress),
      device: cookies.get(DEVICE_COOKIE),
      agent: request.headers.get('user-agent') ?? '',
      oldToken: cookies.get(SESSION_COOKIE)
    });
    form.data.password = '';
    if (!result.ok && result.why === 'too-many-tries') {
      const wait = span(Math.max(60_000, result.until - clock.now()));
      return message(form, `Too many tries for now. Try again in ${wait}, or ask your school for a new password.`, {
        status: 429
      });
    }
    if (!result.ok)
      return message(form, 'That name and password do not belong together. Check both and try again.', { status: 401 });
    keepSession(cookies, result);
    cookies.set(DEVICE_COOKIE, result.device, { ...COOKIE, path: '/sign-in', maxAge: (400 * DAY) / 1000 });
    redirect(303, ownPath(url.searchParams.get('to'), url.origin));
  }
};

/** Where a request comes from. Behind a proxy its header says so; one that came past the proxy has none. */
function addressOf(read: () => string): string {
  try {
    return read();
  } catch {
    return 'past the proxy';
  }
}
