import { findCommands } from '$core/search/commands';
import { search } from '$server/search/search';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const typed = url.searchParams.get('q') ?? '';
  const commands = findCommands(typed, person, new Set()).filter(({ href }) => href);
  return { typed, commands, found: await search(person, typed) };
};
