import { clock } from '$server/clock';
import { readSupported } from '$server/family/supporters';
import { signedIn } from '../shared/guard';

export const load = async ({ locals, url }) => ({
  students: await readSupported(signedIn(locals, url)),
  now: clock.now()
});
