import type { Preview } from '$core/materials/preview';
import type { SourceName } from '$core/materials/source';
import type { Actor } from '$core/people/policy';
import { NotHere } from '../outcome';
import { find } from './find';

/**
 * What can be shown of a file in place; that it was looked at is noted where that counts.
 *
 * @throws NotHere where there is nothing to show to this person
 */
export async function lookAt(person: Actor, source: SourceName, id: string): Promise<Preview> {
  const found = await find(person, source, id);
  const [preview] = await Promise.all([found.look(), found.looked?.()]);
  if (!preview) throw new NotHere('This file');
  return preview;
}
