import { redirect } from '@sveltejs/kit';
import { closeSession, SESSION_COOKIE } from '$server/auth/sessions';

export const POST = async ({ cookies }) => {
  const token = cookies.get(SESSION_COOKIE);
  if (token) await closeSession(token);
  cookies.delete(SESSION_COOKIE, { path: '/' });
  redirect(303, '/sign-in');
};
