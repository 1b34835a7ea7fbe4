import { readFeed } from '$server/calendar/feed';
import { orNotFound } from '../../shared/guard';

/** Somebody's calendar feed (RFC 5545): whoever has its address reads it, nobody finds it. */
export const GET = async ({ params }) => {
  const text = await orNotFound(readFeed(params.feed.replace(/\.ics$/, '')));
  return new Response(text, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'cache-control': 'private, no-store',
      'x-robots-tag': 'noindex'
    }
  });
};
