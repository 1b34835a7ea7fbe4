import { error, redirect } from '@sveltejs/kit';
import { BlobDamaged, DAMAGED_WORDS } from '$server/blobs/damage';
import { isBadInput } from '$server/db/bad-input';
import { NotHere } from '$server/outcome';
import { NotNow, TooCostly } from '$server/parsing/limits';

type Person = NonNullable<App.Locals['person']>;

/** The person who is signed in; anyone else goes to the sign-in page and comes back from there. */
export function signedIn(locals: App.Locals, url: URL): Person {
  if (locals.person) return locals.person;
  redirect(303, `/sign-in?to=${encodeURIComponent(url.pathname + url.search)}`);
}

/**
 * Answers 404 where a use-case says that there is nothing here for this person, and says so where what they wrote could
 * not be read.
 */
export async function orNotFound<T>(answer: Promise<T>): Promise<T> {
  try {
    return await answer;
  } catch (thrown) {
    if (thrown instanceof NotHere) notHere();
    if (thrown instanceof BlobDamaged) error(503, DAMAGED_WORDS);
    if (isBadInput(thrown)) error(400, 'Something in that could not be read, so nothing was changed.');
    if (thrown instanceof TooCostly)
      error(422, 'Lists and quotations in that text are nested deeper than can be shown. Nothing was changed.');
    if (thrown instanceof NotNow)
      error(503, 'Too much is being read at the moment, so nothing was changed. Try again in a minute.');
    throw thrown;
  }
}

/** Answers that there is nothing here for this person. */
export function notHere(): never {
  error(404, 'There is nothing here, or it is not yours to see.');
}

/** A path of our own to go on to after signing in; anything else is ignored. */
export function ownPath(to: string | null, origin: string): string {
  if (!to || !URL.canParse(to, origin)) return '/';
  const target = new URL(to, origin);
  // A path that begins with two slashes would be read as the name of another host (RFC 3986, 4.2).
  return target.origin === origin ? target.pathname.replace(/^[/\\]+/, '/') + target.search : '/';
}
