import { fail } from '@sveltejs/kit';
import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { addLink as addLinkTo } from '$server/gathering/attach-link';
import { takeFromShelf } from '$server/gathering/take-from-shelf';
import { discardUpload } from '$server/uploads/discard';
import { finishUpload } from '$server/uploads/finish';
import { withKept } from '../../shared/file-words';
import { handleForm } from '../../shared/form';
import { orNotFound, signedIn } from '../../shared/guard';
import type { RequestEvent } from './$types';
import { misfit, readForm } from '../../shared/read-form';

/** A place of the packet as forms say it: empty for the "also" place. */
export const PlaceId = z.union([z.literal('').transform(() => null), z.uuid()]);

const Key = z.string().min(8).max(50);
const LinkForm = z.object({
  deliverable: PlaceId,
  key: Key,
  url: z.string().trim().min(1, 'Write the address of the page first.').max(2000),
  title: z.string().trim().max(200).default(''),
  knowingly: z
    .literal('yes')
    .optional()
    .transform((said) => said === 'yes')
});

/** Adds a link; what is doubtful about it comes back to be decided on. */
export function addLink({ locals, params, url, request }: RequestEvent) {
  return handleForm(request, LinkForm, async ({ deliverable, key, ...link }) => {
    const person = signedIn(locals, url);
    // The same form adds another address as another link.
    const own = { assignmentId: params.id, deliverableId: deliverable, key: `${key} ${link.url}`.slice(0, 80) };
    const answer = await addLinkTo(person, { ...link, ...own });
    if (answer.ok) return { done: true };
    if (answer.why === 'not-fine') return fail(409, { doubt: { url: answer.url, look: answer.look } });
    return fail(409, { problem: withoutFile(answer.why) });
  });
}

const TakeForm = z.object({ deliverable: PlaceId, key: Key, fileIds: z.array(z.uuid()).min(1).max(50) });

/** Puts files of the Shelf into a place. */
export async function takeFiles({ locals, params, url, request }: RequestEvent) {
  const person = signedIn(locals, url);
  const data = await readForm(request);
  const form = TakeForm.safeParse({ ...Object.fromEntries(data), fileIds: data.getAll('fileIds') });
  if (!form.success) return misfit(form.error);
  const { deliverable, key, fileIds } = form.data;
  const taken = await orNotFound(
    takeFromShelf(person, { assignmentId: params.id, deliverableId: deliverable, fileIds, key })
  );
  if (taken.refused.length === 0) return { done: true };
  return fail(409, { problem: taken.refused.map(({ name, why }) => `${name}: ${withoutFile(why)}`).join(' ') });
}

/** Takes an upload as it arrived, where its sender can no longer say what they sent. */
export function useAsArrived(person: Actor, { uploadId }: { uploadId: string }) {
  return finishUpload(person, { id: uploadId, sha256: null });
}

/** Gives up an upload that is on its way. */
export function giveUp(person: Actor, { uploadId }: { uploadId: string }) {
  return discardUpload(person, { id: uploadId });
}

function withoutFile(why: Parameters<typeof withKept>[0]): string {
  return withKept(why).replace(/ The file itself is on your Shelf\.$/, '');
}
