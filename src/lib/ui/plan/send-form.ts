import { deserialize } from '$app/forms';
import { reach } from '$ui/forms/reach';
import { UNREACHED } from '$ui/forms/act';

/**
 * Sends a form without a form: what a drag or a key does is what the button beside it does.
 *
 * @returns why it was not done, in words; null where it was
 */
export async function sendForm(action: string, fields: Record<string, string | number>): Promise<string | null> {
  const body = new URLSearchParams(Object.entries(fields).map(([name, value]) => [name, String(value)]));
  const answer = await reach(action, {
    method: 'POST',
    body,
    headers: { 'x-sveltekit-action': 'true', accept: 'application/json' }
  }).catch(() => null);
  if (!answer) return UNREACHED.data.problem;
  const result = deserialize<Record<string, unknown>, { problem?: string }>(await answer.text());
  if (result.type === 'success') return null;
  return (result.type === 'failure' ? result.data?.problem : undefined) ?? 'That was not done. Read the page again.';
}
