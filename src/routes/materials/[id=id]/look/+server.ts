import { json } from '@sveltejs/kit';
import { noteViewed, openMaterial } from '$server/courses/materials';
import { previewOf } from '$server/materials/preview';
import { orNotFound, signedIn } from '../../../shared/guard';

/** What can be shown of a material, for a page that shows it in place. */
export const GET = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const material = await orNotFound(openMaterial(person, params.id));
  const [preview] = await Promise.all([previewOf(material), noteViewed(person, params.id)]);
  return json(preview);
};
