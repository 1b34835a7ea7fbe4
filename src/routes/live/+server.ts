import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { MARK } from '$core/live/mark';
import { liveStream } from '$server/live/stream';

const Since = z.string().regex(MARK).nullable().catch(null);

/** A browser that comes back by itself says which event was its last one; a page, when it was drawn. */
export const GET = async ({ locals, request, url }) => {
  if (!locals.person) error(401, 'Sign in first.');
  const since = Since.parse(request.headers.get('last-event-id') ?? url.searchParams.get('since'));
  return new Response(await liveStream(locals.person, since), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
  });
};
