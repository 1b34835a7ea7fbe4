import { invalidateAll } from '$app/navigation';
import type { Preview } from '$core/materials/preview';

/** What can be shown of a material in place. Having looked may meet a must-do item, so the page is read anew. */
export async function lookAtMaterial(id: string): Promise<Preview> {
  const answer = await fetch(`/materials/${id}/look`);
  if (!answer.ok) throw new Error('The material was not answered.');
  const preview = (await answer.json()) as Preview;
  void invalidateAll();
  return preview;
}
