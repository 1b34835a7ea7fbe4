import type { Shape, SourceName } from '$core/materials/source';
import type { Actor } from '$core/people/policy';
import type { StoredFile } from '../blobs/stored-file';
import { openAsPdf } from '../materials/as-pdf';
import type { Found } from '../materials/found';
import { developedOf, thumbnailOf } from '../materials/drawn-anew';
import { NotHere } from '../outcome';
import { formOf, type Form } from '../pages/print';
import { bytesOf, find } from './find';

/**
 * A file in another shape, for whoever may read the file.
 *
 * @throws NotHere where it has none of that shape, or there is nothing for this person
 */
export async function openShape(person: Actor, source: SourceName, id: string, shape: Shape): Promise<StoredFile> {
  return SHAPED[shape](await find(person, source, id));
}

/** Of what is no page there is none. */
async function formed(found: Found, form: Form): Promise<StoredFile> {
  if (!found.set) throw new NotHere('This file');
  return formOf(bytesOf(found), form, found.set);
}

const SHAPED: Record<Shape, (found: Found) => Promise<StoredFile>> = {
  pdf: async (found) => (found.set ? formOf(bytesOf(found), 'pdf', found.set) : openAsPdf(bytesOf(found))),
  docx: async (found) => formed(found, 'docx'),
  html: async (found) => formed(found, 'html'),
  pptx: async (found) => formed(found, 'pptx'),
  xlsx: async (found) => formed(found, 'xlsx'),
  csv: async (found) => formed(found, 'csv'),
  svg: async (found) => formed(found, 'svg'),
  png: async (found) => formed(found, 'png'),
  developed: async (found) => developedOf(bytesOf(found)),
  thumbnail: async (found) => thumbnailOf(bytesOf(found)),
  picture: async ({ picture }) => {
    if (!picture) throw new NotHere('This picture');
    return picture;
  },
  captions: async ({ captions }) => {
    if (!captions) throw new NotHere('These captions');
    return captions;
  }
};
