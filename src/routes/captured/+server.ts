import { json } from '@sveltejs/kit';
import { isDemoLoaded } from '$server/db/settings';
import { signedIn } from '../shared/guard';

/** What a page that captures something has to know: whether devices may be simulated here. Only the demo does. */
export const GET = async ({ locals, url }) => {
  signedIn(locals, url);
  return json({ simulated: await isDemoLoaded() });
};
