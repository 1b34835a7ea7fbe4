import { error } from '@sveltejs/kit';
import { liveStream } from '$server/live/stream';

export const GET = async ({ locals }) => {
  if (!locals.person) error(401, 'Sign in first.');
  return new Response(await liveStream(locals.person), {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
  });
};
