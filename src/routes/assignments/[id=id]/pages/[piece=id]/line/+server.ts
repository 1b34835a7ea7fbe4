import { error } from '@sveltejs/kit';
import { z } from 'zod';
import { findSession, SESSION_COOKIE } from '$server/auth/sessions';
import { followPage } from '$server/gathering/page-line';
import { orNotFound, signedIn } from '../../../../../shared/guard';

const Window = z.coerce.number().int().min(0).max(0xffffffff);

/** What is written on a page while it is open, and where the others stand. */
export const GET = async ({ locals, url, params, cookies }) => {
  const person = signedIn(locals, url);
  const window = Window.safeParse(url.searchParams.get('window') ?? '');
  if (!window.success) error(400, 'Say which window follows the page.');
  const token = cookies.get(SESSION_COOKIE) ?? '';
  const stream = await orNotFound(
    followPage(
      person,
      { assignmentId: params.id, pieceId: params.piece },
      { window: window.data, signedIn: async () => (await findSession(token)) !== null }
    )
  );
  if (!stream) error(429, 'You have pages open in too many windows. Close some of them.');
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
  });
};
