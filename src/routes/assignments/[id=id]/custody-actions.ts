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
} from '$server/rounds/change';
import { answerMeeting } from '$server/marking/meetings';
import { remind } from '$server/marking/remind';
import { restorePieces, Restoring } from '$server/gathering/restore-pieces';
import { breakSeal, NewSeal, sealPacket } from '$server/rounds/seal';
import { submitPacket } from '$server/rounds/submit';
import { actingOn } from './acting-on';

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
const MeetingForm = z.object({
  meeting: z.uuid(),
  accepts: z.union([z.literal('none').transform(() => null), z.coerce.number().int().positive()]),
  said: z.string().trim().max(500, 'A word holds 500 characters at most.').default('')
});

/** What a student does with the packet as a whole: hands it over, or changes their mind. */
export const custodyActions = {
  submit: actingOn(Key.extend({ note: Note.default('') }), submitPacket),
  submitBare: actingOn(Key.extend({ note: Note }), (person, input) => submitPacket(person, { ...input, bare: true })),
  seal: actingOn(SealForm, sealPacket),
  breakSeal: actingOn(Nothing, breakSeal),
  takeBack: actingOn(TakeBackForm, takeBack),
  askBack: actingOn(z.object({ reason: z.string().trim().min(1).max(1000) }), askBack),
  nominate: actingOn(z.object({ round: z.coerce.number().int().positive() }), nominateRound),
  restore: actingOn(Restoring, restorePieces),
  revise: actingOn(Nothing, revise),
  dropRevision: actingOn(Nothing, dropRevision),
  declareDone: actingOn(z.object({ note: z.string().trim().max(1000).default('') }), declareDone),
  withdrawDeclaration: actingOn(Nothing, withdrawDeclaration),
  claimInPerson: actingOn(z.object({ note: z.string().trim().min(1).max(500) }), claimInPerson),
  withdrawClaim: actingOn(Nothing, withdrawClaim),
  remind: actingOn(Nothing, remind),
  answerMeeting: actingOn(MeetingForm, answerMeeting)
};
