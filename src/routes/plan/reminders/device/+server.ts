import { json } from '@sveltejs/kit';
import { addDevice, PushDevice } from '$server/reminders/push';
import { parsedBody } from '../../../shared/body';
import { signedIn } from '../../../shared/guard';

/** A device that shows what concerns its owner. */
export const POST = async ({ locals, url, request }) => {
  const person = signedIn(locals, url);
  return json(await addDevice(person, await parsedBody(request, PushDevice)));
};
