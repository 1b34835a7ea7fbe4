import { setAs } from '$core/pages/set-as';
import { picturesOf } from '$core/pages/sound';
import type { Actor } from '$core/people/policy';
import { registerBlob } from '../blobs/register';
import type { StoredFile } from '../blobs/stored-file';
import { storeText } from '../blobs/store-text';
import { inTransaction } from '../db/connection';
import { NotHere } from '../outcome';
import { layPlacePictures } from '../pages/lay-place-pictures';
import { pageOrLines } from '../pages/page-from';
import { formOf } from '../pages/print';
import { readAssignment } from './read-assignment';
import { starterText, type StarterPlace } from './starter';

/**
 * The starter of a place as a PDF with room to write by hand, for whoever reads the assignment.
 *
 * @throws NotHere where there is none for this person
 */
export async function printStarter(person: Actor, { assignmentId, deliverableId }: StarterPlace): Promise<StoredFile> {
  const { deliverables } = await readAssignment(person, assignmentId);
  const place = deliverables.find(({ id }) => id === deliverableId);
  const text = place && (await starterText(place.id));
  if (!place || !text) throw new NotHere('This starter');
  const blob = await storeText(text, 'text/markdown');
  const pictures = picturesOf(await pageOrLines(text));
  await inTransaction(async (tx) => {
    await registerBlob(blob, tx);
    await layPlacePictures(blob.sha256, place.id, pictures, tx);
  });
  return formOf({ ...blob, name: `${place.title}.md` }, 'pdf', { ...setAs(place.wants), room: true });
}
