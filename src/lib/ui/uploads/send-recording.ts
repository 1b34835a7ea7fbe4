import { reach } from '$ui/forms/reach';
import type { MadeRecording, SentAlong } from '$ui/recordings/goal';
import { metadataOf, type Bound } from './send';
import type { Uploads } from './uploads.svelte';

/**
 * Sends a recording to where it is bound for. What of it is at the server already is put together there, so that nothing is
 * sent twice; where that cannot be done, it is sent whole.
 *
 * @param largest most bytes that the place takes
 */
export async function sendRecording(
  uploads: Uploads,
  { file, facts, note, sent }: MadeRecording,
  bound: Bound,
  largest: number
): Promise<void> {
  const whole = { ...bound, came: 'recorded' as const, note };
  const [there, recording] = await Promise.all([togetherThere(file, whole, sent).catch(() => null), facts]);
  uploads.add([file], { ...whole, made: { recording } }, largest, there ? [{ ...there, name: file.name }] : []);
}

/** Null where the server does not make of it what was made here. */
async function togetherThere(
  file: File,
  bound: Bound,
  sent: Promise<SentAlong | null>
): Promise<{ id: string; size: number } | null> {
  const along = await sent;
  if (along === null) return null;
  const answer = await reach('/uploads/together', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...metadataOf(file, bound), ...along })
  });
  if (!answer.ok || !answer.headers.get('content-type')?.startsWith('application/json')) return null;
  const upload = (await answer.json()) as { id?: string; size: number };
  return upload.id === undefined ? null : { id: upload.id, size: upload.size };
}
