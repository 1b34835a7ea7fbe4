import { z } from 'zod';
import { jsonText } from '$core/forms/json-text';
import {
  askBack,
  claimInPerson,
  declareDone,
  dropRevision,
  nominateRound,
  revise,
  takeBack,
  withdrawClaim,
  withdrawDeclaration
} from '$server/packets/change';
import { restorePieces, Restoring } from '$server/packets/restore-pieces';
import { breakSeal, NewSeal, sealPacket } from '$server/packets/seal';
import { submitPacket } from '$server/packets/submit';
import { act } from './act';
import type { RequestEvent } from './$types';

const Key = z.object({ key: z.string().min(8).max(50) });
const Note = z.string().trim().max(2000);
const TakeBackForm = Key.extend({
  restores: z.union([z.literal('nothing').transform(() => null), z.coerce.number().int().positive()]),
  ifDue: z
    .literal('yes')
    .optional()
    .transform((said) => said === 'yes')
});
const SealForm = Key.extend({ note: Note.default(''), coming: jsonText(NewSeal.shape.coming) });
const Nothing = z.object({});

/** What a student does with the packet as a whole: hands it over, or changes their mind. */
export const custodyActions = {
  submit: (event: RequestEvent) => act(event, Key.extend({ note: Note.default('') }), submitPacket),
  submitBare: (event: RequestEvent) =>
    act(event, Key.extend({ note: Note }), (person, input) => submitPacket(person, { ...input, bare: true })),
  seal: (event: RequestEvent) => act(event, SealForm, sealPacket),
  breakSeal: (event: RequestEvent) => act(event, Nothing, breakSeal),
  takeBack: (event: RequestEvent) => act(event, TakeBackForm, takeBack),
  askBack: (event: RequestEvent) => act(event, z.object({ reason: z.string().trim().min(1).max(1000) }), askBack),
  nominate: (event: RequestEvent) => act(event, z.object({ round: z.coerce.number().int().positive() }), nominateRound),
  restore: (event: RequestEvent) => act(event, Restoring, restorePieces),
  revise: (event: RequestEvent) => act(event, Nothing, revise),
  dropRevision: (event: RequestEvent) => act(event, Nothing, dropRevision),
  declareDone: (event: RequestEvent) =>
    act(event, z.object({ note: z.string().trim().max(1000).default('') }), declareDone),
  withdrawDeclaration: (event: RequestEvent) => act(event, Nothing, withdrawDeclaration),
  claimInPerson: (event: RequestEvent) =>
    act(event, z.object({ note: z.string().trim().min(1).max(500) }), claimInPerson),
  withdrawClaim: (event: RequestEvent) => act(event, Nothing, withdrawClaim)
};
