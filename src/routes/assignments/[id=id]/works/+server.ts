import { Readable } from 'node:stream';
import { worksZip } from '$server/marking/works-zip';
import { attachment } from '../../../shared/attachment';
import { orNotFound, signedIn } from '../../../shared/guard';

/** Everything that was submitted, as one ZIP. */
export const GET = async ({ locals, params, url }) => {
  const { title, zip } = await orNotFound(worksZip(signedIn(locals, url), params.id));
  return new Response(Readable.toWeb(zip) as ReadableStream, {
    headers: { 'content-type': 'application/zip', 'content-disposition': attachment(`${title}.zip`) }
  });
};
