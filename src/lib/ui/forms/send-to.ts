import { reach } from './reach';
import { jsonIn, reachJson } from './reach-json';

/** What became of something that was sent: what the server answered, or why it did not take it, in words. */
export type Sent<T> = ({ ok: true } & T) | { ok: false; words: string };

/** Sends the bytes of a file, with its name in the address, or an object as JSON. @param broken what to say where the line broke */
export async function sendTo<T>(to: string, what: File | object, broken: string): Promise<Sent<T>> {
  const { told } = what instanceof File ? await sendBytes<Sent<T>>(to, what) : await reachJson<Sent<T>>(to, what);
  return told ?? { ok: false, words: broken };
}

async function sendBytes<T>(to: string, file: File) {
  const headers = { 'content-type': 'application/octet-stream' };
  const asked = reach(`${to}?name=${encodeURIComponent(file.name)}`, { method: 'POST', headers, body: file });
  return jsonIn<T>(await asked.catch(() => null));
}
