import type { Cookies } from '@sveltejs/kit';
import { SESSION_COOKIE } from '$server/auth/sessions';
import { config } from '$server/config';

/** How every cookie of ours is set: no script reads it, and no other site sends it along. */
export const COOKIE = { path: '/', httpOnly: true, sameSite: 'lax', secure: config.secureCookies } as const;

/** Gives the browser a session. */
export function keepSession(cookies: Cookies, { token, expires }: { token: string; expires: number }): void {
  cookies.set(SESSION_COOKIE, token, { ...COOKIE, expires: new Date(expires) });
}
