import { invalidateAll } from '$app/navigation';
import type { Preview } from '$core/materials/preview';

/**
 * What can be shown of a file in place, by the address at which it stands. Having looked at a material may meet a
 * must-do item, so the page is then read anew.
 */
export async function lookAt(address: string): Promise<Preview> {
  const answer = await fetch(`${address}/look`);
  if (!answer.ok) throw new Error('The file was not answered.');
  const preview = (await answer.json()) as Preview;
  if (address.startsWith('/materials/')) void invalidateAll();
  return preview;
}
