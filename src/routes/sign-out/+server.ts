import { redirect } from '@sveltejs/kit';
import { ownPath } from '../shared/guard';
import { closeSession, SESSION_COOKIE } from '$server/auth/sessions';

export const POST = async ({ cookies, url }) => {
  const token = cookies.get(SESSION_COOKIE);
  if (token) await closeSession(token);
  cookies.delete(SESSION_COOKIE, { path: '/' });
  const to = url.searchParams.get('to');
  redirect(303, to ? `/sign-in?to=${encodeURIComponent(ownPath(to, url.origin))}` : '/sign-in');
};
