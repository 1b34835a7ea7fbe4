import { action } from '../../shared/action';
import { z } from 'zod';
import { storeTroubleWords, stretchOf } from '$core/shelf/outside';
import { clock } from '$server/clock';
import { browseStore, connectStore, forgetStore, readStore } from '$server/shelf/outside/store';
import { signedIn } from '../../shared/guard';

const Path = z
  .string()
  .max(2000)
  .regex(/^\//)
  .refine((path) => !path.split('/').includes('..'))
  .catch('/');

/** A folder may hold thousands of names: so many of those with some words in them. */
const Stretch = z.object({
  named: z.string().max(200).catch(''),
  from: z.coerce.number().int().min(0).max(1_000_000).catch(0)
});

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const store = await readStore(person);
  const path = Path.parse(url.searchParams.get('path') ?? '/');
  const now = clock.now();
  const { named, from } = Stretch.parse(Object.fromEntries(url.searchParams));
  const nothing = { ...stretchOf([], { named, from }), named, from };
  if (!store) return { store, path, ...nothing, trouble: null, now };
  const seen = await browseStore(person, path);
  return {
    store,
    path,
    now,
    ...(seen.ok
      ? { ...stretchOf(seen.entries, { named, from }), named, from, trouble: null }
      : { ...nothing, trouble: storeTroubleWords(seen.why) })
  };
};

const ConnectForm = z.object({
  url: z.string().trim().min(1, 'Write the WebDAV address of your store.').max(500),
  username: z.string().trim().min(1, 'Write the name that you have there.').max(200),
  password: z.string().min(1, 'Write the password that you have there.').max(500)
});

export const actions = {
  connect: action(ConnectForm, connectStore),
  forget: action(z.object({}), forgetStore)
};
