import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { wordsOfRefusal } from '$core/refusals/registry';
import { keepVoice, LARGEST_VOICE } from '$server/marking/voices';
import { orNotFound, signedIn } from '../../../shared/guard';

const Seconds = z.coerce.number().min(0).max(36_000).catch(0);

/** Takes what a teacher said aloud for a remark: its bytes as they are. */
export const POST = async ({ locals, url, params, request }) => {
  const person = signedIn(locals, url);
  const bytes = request.body ?? new Blob([]).stream();
  const seconds = Seconds.parse(url.searchParams.get('seconds'));
  const kept = await orNotFound(keepVoice(person, { packetId: params.packet, bytes, seconds }));
  return json(
    kept.ok ? kept : { ok: false, words: wordsOfRefusal(kept.why, { largest: LARGEST_VOICE, reader: 'teacher' }) }
  );
};
