import { z } from 'zod';
import { leaveOffice, makeOffice, readOffices, seatInOffice } from '$server/offices/offices';
import { action } from '../../shared/action';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, url }) => ({ offices: await orNotFound(readOffices(signedIn(locals, url))) });

const Name = z.string().trim().min(1, 'Give it a name.').max(80, 'A name holds 80 characters at most.');
const Account = z.string().trim().min(1, 'Write an account name.').max(64);

export const actions = {
  make: action(z.object({ name: Name }), makeOffice),
  seat: action(z.object({ office: z.uuid(), account: Account }), seatInOffice),
  leave: action(z.object({ office: z.uuid(), person: z.uuid() }), leaveOffice)
};
