import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { MARK } from '$core/live/mark';
import { findSession, SESSION_COOKIE } from '$server/auth/sessions';
import { liveStream } from '$server/live/stream';

const Since = z.string().regex(MARK).nullable().catch(null);

/** A browser that comes back by itself says which event was its last one; a page, when it was drawn. */
export const GET = async ({ locals, request, url, cookies }) => {
  if (!locals.person) error(401, 'Sign in first.');
  const since = Since.parse(request.headers.get('last-event-id') ?? url.searchParams.get('since'));
  const token = cookies.get(SESSION_COOKIE) ?? '';
  const stream = await liveStream(locals.person, async () => (await findSession(token)) !== null, since);
  if (!stream) error(429, 'You are signed in on too many pages at once. Close some of them.');
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
  });
};
