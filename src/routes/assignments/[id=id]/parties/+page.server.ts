import { z } from 'zod';
import type { Apart } from '$core/parties/draw';
import { courseZoneOf } from '$server/assignments/read-assignment';
import { giveMember, MemberResult } from '$server/together/own-result';
import {
  drawTheRest,
  letChoose,
  makeParty,
  partiesByList,
  putIn,
  readParties,
  takeOut
} from '$server/together/parties';
import { DivisionForm, dividePages, givePart, partyOfEverybody } from '$server/together/divide-pages';
import { action } from '../../../shared/action';
import { PointsText, Several, WallClockText } from '../../../shared/fields';
import { orNotFound, signedIn } from '../../../shared/guard';
import { wordsOfRefusal } from '$core/refusals/registry';
import type { RequestEvent } from './$types';

export const load = async ({ locals, url, params }) => ({
  assignmentId: params.id,
  ...(await orNotFound(readParties(signedIn(locals, url), params.id))),
  courseZone: await courseZoneOf(params.id)
});

const on = <T extends object>(given: T, { params }: RequestEvent) => ({ ...given, assignmentId: params.id });
const OneOf = z.object({ partyId: z.uuid(), studentId: z.uuid() });
/** Pairs of ids, each in one value: those who must not be together. */
const Pairs = Several(z.array(z.string().regex(/^([0-9a-f-]{36} [0-9a-f-]{36})?$/)).max(40)).transform((pairs) =>
  pairs.filter(Boolean).map((pair): Apart => pair.split(' ') as [string, string])
);

export const actions = {
  make: action(
    z.object({ name: z.string().trim().max(60).default(''), members: Several(z.array(z.uuid()).max(60)) }),
    (person, given, event: RequestEvent) => makeParty(person, on(given, event))
  ),
  draw: action(
    z
      .object({ size: z.coerce.number().int().min(1).max(30), first: Pairs })
      .transform(({ size, first }) => ({ size, apart: first })),
    (person, given, event: RequestEvent) => drawTheRest(person, on(given, event)),
    { then: () => ({ done: 'Drawn.' }) }
  ),
  list: action(
    z.object({ text: z.string().max(20_000) }),
    (person, given, event: RequestEvent) => partiesByList(person, on(given, event)),
    {
      words: (refusal) =>
        refusal.why === 'some-not-read'
          ? `Nothing was changed. ${refusal.problems.slice(0, 5).join(' ')}`
          : wordsOfRefusal(refusal.why, { largest: 0 })
    }
  ),
  putIn: action(OneOf, (person, given, event: RequestEvent) => putIn(person, on(given, event))),
  takeOut: action(OneOf, (person, given, event: RequestEvent) => takeOut(person, on(given, event))),
  choosing: action(
    z.object({ size: z.coerce.number().int().min(1).max(30), until: WallClockText }),
    async (person, { size, until }, event: RequestEvent) => {
      const zone = await courseZoneOf(event.params.id);
      return letChoose(person, on({ size: until ? size : null, until: until?.(zone) ?? null }, event));
    },
    { then: () => ({ done: 'Kept.' }) }
  ),
  everybody: action(z.object({}), (person, _, { params }: RequestEvent) =>
    partyOfEverybody(person, { assignmentId: params.id })
  ),
  divide: action(DivisionForm, (person, given, event: RequestEvent) => dividePages(person, on(given, event)), {
    then: () => ({ done: 'Kept. Pages get their parts when one of their party opens them.' })
  }),
  givePart: action(
    z.object({
      pieceId: z.uuid(),
      part: z.string().max(40),
      studentId: z.union([z.literal('').transform(() => null), z.uuid()])
    }),
    (person, given, event: RequestEvent) => givePart(person, on(given, event)),
    { then: () => ({ done: 'Given.' }) }
  ),
  give: action(
    z.object({ studentId: z.uuid(), points: PointsText, remark: MemberResult.shape.remark.default('') }),
    (person, given, event: RequestEvent) => giveMember(person, on(given, event)),
    { then: () => ({ done: 'Kept. They see it once the work is settled.' }), reader: 'teacher' }
  )
};
