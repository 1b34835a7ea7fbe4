import { invalidateAll } from '$app/navigation';
import type { Preview } from '$core/materials/preview';
import { fileAddress, lookAddress } from '$core/materials/source';

/**
 * What can be shown of a file in place, by the address at which it stands. Having looked at a material may meet a
 * must-do item, so the page is then read anew.
 */
export async function lookAt(file: string): Promise<Preview> {
  const answer = await fetch(lookAddress(file));
  if (!answer.ok) throw new Error('The file was not answered.');
  const preview = (await answer.json()) as Preview;
  if (file.startsWith(fileAddress('materials', ''))) void invalidateAll();
  return preview;
}
