import { reach } from '$ui/forms/reach';
import { fileAddress } from '$core/materials/source';
/** The bytes of a piece as the server has them, with the type that it read from them. */
export async function fetchPiece(id: string): Promise<Blob> {
  const answer = await reach(fileAddress('pieces', id));
  if (!answer.ok) throw new Error('The piece was not answered.');
  return answer.blob();
}
