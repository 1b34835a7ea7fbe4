import { reach } from '$ui/forms/reach';

export type Sent<T> = ({ ok: true } & T) | { ok: false; words: string };

/**
 * Sends a picture for a page: bytes of this device, or a file of the Shelf by its id.
 *
 * @param address where the page is kept
 * @returns its name on the page, or why it has none
 */
export const sendPicture = (address: string, picture: File | { fileId: string }): Promise<Sent<{ name: string }>> =>
  send(
    `${address}/pictures`,
    picture,
    'The line broke before the picture had come, so it is not on the page. Add it again.'
  );

/** A document whose text is to stand on a page. @returns its text as HTML or Markdown, or why there is none */
export const sendText = (
  address: string,
  file: File
): Promise<Sent<{ text: { html: string | null; markdown: string | null } }>> =>
  send(
    `${address}/text`,
    file,
    'The line broke before the file had come, so its text is not on the page. Bring it again.'
  );

async function send<T>(to: string, what: File | object, broken: string): Promise<Sent<T>> {
  const bytes = what instanceof File;
  const answer = await reach(bytes ? `${to}?name=${encodeURIComponent(what.name)}` : to, {
    method: 'POST',
    headers: { 'content-type': bytes ? 'application/octet-stream' : 'application/json' },
    body: bytes ? what : JSON.stringify(what)
  }).catch(() => null);
  if (!answer?.ok || !answer.headers.get('content-type')?.startsWith('application/json'))
    return { ok: false, words: broken };
  return (await answer.json()) as Sent<T>;
}
