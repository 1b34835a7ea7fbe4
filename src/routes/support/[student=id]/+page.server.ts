import { readSupportedStudent, SupportWritten, writeSupportNote } from '$server/family/supporters';
import { action } from '../../shared/action';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, url, params }) =>
  orNotFound(readSupportedStudent(signedIn(locals, url), params.student));

export const actions = { write: action(SupportWritten, writeSupportNote, { then: () => ({ done: 'Sent.' }) }) };
