import { z } from 'zod';
import { KINDS, TIDINGS } from '$core/tidings/kinds';
import { keepMailWishes, readMailWishes } from '$server/tidings/wishes';
import { settled } from '../../shared/form';
import { signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const mine = ({ side }: { side: 'student' | 'teacher' | 'both' }) =>
    side === 'both' || (side === 'student' ? person.studies || !person.teaches : person.teaches);
  const wishes = await readMailWishes(person);
  return {
    kinds: KINDS.filter((kind) => mine(TIDINGS[kind])).map((kind) => ({
      kind,
      name: TIDINGS[kind].name,
      wanted: wishes[kind]
    }))
  };
};

export const actions = {
  keep: async ({ locals, url, request }) => {
    const given = (await request.formData()).getAll('kind');
    await keepMailWishes(signedIn(locals, url), z.array(z.enum(KINDS)).catch([]).parse(given));
    return settled(request, { done: true });
  }
};
