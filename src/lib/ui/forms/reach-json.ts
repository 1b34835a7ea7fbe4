import { reach } from './reach';

/** What the server said, with its status; null for both where it could not be reached, `told` null where it said no JSON. */
export interface Said<T> {
  status: number | null;
  told: T | null;
}

/** Asks the server for JSON. An object is sent as such. */
export async function reachJson<T>(address: string, body?: object): Promise<Said<T>> {
  const request = body && {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body)
  };
  return jsonIn<T>(await reach(address, request).catch(() => null));
}

/** What an answer says; a page of errors or of signing in says nothing. */
export async function jsonIn<T>(answer: Response | null): Promise<Said<T>> {
  const json = answer?.ok && answer.headers.get('content-type')?.startsWith('application/json');
  return { status: answer?.status ?? null, told: json ? ((await answer.json().catch(() => null)) as T | null) : null };
}
