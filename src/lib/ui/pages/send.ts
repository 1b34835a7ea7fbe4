import { reach } from '$ui/forms/reach';
import { jsonIn, reachJson } from '$ui/forms/reach-json';

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
  const { told } = what instanceof File ? await sendBytes<Sent<T>>(to, what) : await reachJson<Sent<T>>(to, what);
  return told ?? { ok: false, words: broken };
}

async function sendBytes<T>(to: string, file: File) {
  const headers = { 'content-type': 'application/octet-stream' };
  const asked = reach(`${to}?name=${encodeURIComponent(file.name)}`, { method: 'POST', headers, body: file });
  return jsonIn<T>(await asked.catch(() => null));
}
