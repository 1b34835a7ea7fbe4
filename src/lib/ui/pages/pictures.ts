import { reach } from '$ui/forms/reach';

/**
 * Sends a picture for a page: bytes of this device, or a file of the Shelf by its id.
 *
 * @param address where the page is kept
 * @returns its name on the page, or why it has none
 */
export async function sendPicture(
  address: string,
  picture: File | { fileId: string }
): Promise<{ ok: true; name: string } | { ok: false; words: string }> {
  const to = `${address}/pictures`;
  const sent =
    picture instanceof File
      ? reach(`${to}?name=${encodeURIComponent(picture.name)}`, {
          method: 'POST',
          headers: { 'content-type': 'application/octet-stream' },
          body: picture
        })
      : reach(to, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(picture)
        });
  const answer = await sent.catch(() => null);
  if (!answer?.ok || !answer.headers.get('content-type')?.startsWith('application/json'))
    return { ok: false, words: 'The line broke before the picture had come, so it is not on the page. Add it again.' };
  return (await answer.json()) as { ok: true; name: string } | { ok: false; words: string };
}
