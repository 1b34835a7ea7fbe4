import { Several } from '../../shared/fields';
import { action } from '../../shared/action';
import { z } from 'zod';
import { KINDS, TIDINGS, type TidingKind } from '$core/tidings/kinds';
import { keepMailWishes, readMailWishes } from '$server/tidings/wishes';
import { signedIn } from '../../shared/guard';

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

const Wishes = z.object({ kind: Several(z.array(z.enum(KINDS)).max(KINDS.length)) });

export const actions = { keep: action(Wishes, (person, { kind }) => keepMailWishes(person, kind)) };
