import type { Cookies } from '@sveltejs/kit';
import { z } from 'zod';
import { cut } from '$core/cut';
import { COOKIE } from './session-cookie';

const NAME = 'vendro_said';
/** Seconds in which the page has to come. */
const FOR = 60;
/** More than any such words have; a cookie holds some four thousand. */
const LONGEST = 400;
const Said = z.tuple([z.string().max(2000), z.string().max(LONGEST)]);

/**
 * Keeps what was done for the page that a redirect leads to: without scripts the answer to a form is that redirect, which has no
 * place for words.
 *
 * @param to that page's address
 */
export function sayOnce(cookies: Cookies, to: string, words: string): void {
  const said = JSON.stringify([to, cut(words, LONGEST)]);
  cookies.set(NAME, said, { ...COOKIE, maxAge: FOR });
}

/** What was kept for this page, which is said once; null where there was nothing, or for another page. */
export function takeSaid(cookies: Cookies, url: URL): string | null {
  const kept = cookies.get(NAME);
  if (kept === undefined) return null;
  const said = Said.safeParse(parsed(kept)).data;
  if (said && said[0] !== url.pathname + url.search) return null;
  cookies.delete(NAME, COOKIE);
  return said?.[1] ?? null;
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
