import { error, redirect } from '@sveltejs/kit';
import { readingRefusalWords, type ReadingRefusal } from '$core/refusals/reading-refusals';
import { BlobDamaged } from '$server/blobs/damage';
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
    const unread = whyUnread(thrown);
    if (unread) error(unread.status, readingRefusalWords(unread.why));
    throw thrown;
  }
}

/** Why what somebody brought or wrote could not be read, with the status for it; null where what was thrown is something else. */
export function whyUnread(thrown: unknown): { status: 400 | 422 | 503; why: ReadingRefusal } | null {
  if (thrown instanceof BlobDamaged) return { status: 503, why: 'kept-damaged' };
  if (thrown instanceof NotNow) return { status: 503, why: 'read-later' };
  if (thrown instanceof TooCostly) return { status: 422, why: 'nested-too-deep' };
  return isBadInput(thrown) ? { status: 400, why: 'cannot-be-read' } : null;
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
