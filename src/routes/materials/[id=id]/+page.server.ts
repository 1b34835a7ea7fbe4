import { noteViewed, openMaterial } from '$server/courses/materials';
import { previewOf } from '$server/materials/preview';
import { orNotFound, signedIn } from '../../shared/guard';

export const load = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  const { sha256, ...material } = await orNotFound(openMaterial(person, params.id));
  const [preview] = await Promise.all([previewOf({ ...material, sha256 }), noteViewed(person, params.id)]);
  return { material, preview };
};
