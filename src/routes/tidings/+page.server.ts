import { action } from '../shared/action';
import { topics } from '$core/live/topics';
import { z } from 'zod';
import { readAll, readTidings } from '$server/tidings/read-tidings';
import { signedIn } from '../shared/guard';
import { shows } from '../shared/shows';

const Before = z.coerce.number().int().positive().nullable().catch(null);

export const load = async ({ locals, url, depends }) => {
  const before = Before.parse(url.searchParams.get('before') || null);
  return {
    ...shows(depends, topics.tidings),
    ...(await readTidings(signedIn(locals, url), before)),
    later: before !== null
  };
};

export const actions = { read: action(z.object({}), readAll) };
