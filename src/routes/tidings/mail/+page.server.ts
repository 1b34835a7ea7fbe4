import { z } from 'zod';
import { KINDS, TIDINGS, type TidingKind } from '$core/tidings/kinds';
import { keepMailWishes, readMailWishes } from '$server/tidings/wishes';
import { settled } from '../../shared/form';
import { signedIn } from '../../shared/guard';
import { readForm } from '../../shared/read-form';

export const load = async ({ locals, url }) => {
  const person = signedIn(locals, url);
  const sides: Record<TidingKind['side'], boolean> = {
    both: true,
    student: person.studies || !person.teaches,
    teacher: person.teaches,
    office: person.schoolRoles.includes('office')
  };
  const mine = ({ side }: TidingKind) => sides[side];
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
    const given = (await readForm(request)).getAll('kind');
    await keepMailWishes(signedIn(locals, url), z.array(z.enum(KINDS)).catch([]).parse(given));
    return settled(request, { done: true });
  }
};
