import { redirect } from '@sveltejs/kit';
import { ownPath } from '../shared/guard';
import { Theme, THEME_COOKIE } from '../shared/theme';
import { readForm } from '../shared/read-form';

/** Chooses the theme of this browser. A plain form, so that it works before JavaScript arrives. */
export const POST = async ({ request, cookies, url }) => {
  const form = await readForm(request);
  const theme = Theme.catch('system').parse(form.get('theme'));
  cookies.set(THEME_COOKIE, theme, { path: '/', httpOnly: true, sameSite: 'lax', secure: false, maxAge: 365 * 86_400 });
  redirect(303, ownPath(String(form.get('back') ?? '/'), url.origin));
};
