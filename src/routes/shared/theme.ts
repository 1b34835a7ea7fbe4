import type { Cookies } from '@sveltejs/kit';
import { z } from 'zod';

export const THEME_COOKIE = 'vendro_theme';
export const Theme = z.enum(['day', 'night', 'system']);

/** The theme that this browser chose; following the system where it chose none. */
export function readTheme(cookies: Cookies): z.infer<typeof Theme> {
  return Theme.safeParse(cookies.get(THEME_COOKIE) ?? 'system').data ?? 'system';
}
