import { Readable } from 'node:stream';
import { asFolder } from '$server/portfolio/forms';
import { readFiles } from '$server/portfolio/files';
import { ownPortfolio } from '$server/portfolio/own';
import { documentsOf } from '$ui/portfolio/documents';
import { attachment } from '../../../shared/attachment';
import { orNotFound, signedIn } from '../../../shared/guard';
import css from '../../../../shown.css?raw';

/** One's own portfolio as it is now as a folder of HTML that opens anywhere, in a ZIP. */
export const GET = async ({ locals, url, params }) => {
  const person = signedIn(locals, url);
  const own = await orNotFound(ownPortfolio(person, params.id));
  const documents = documentsOf({ body: own, files: await readFiles(own.id), owner: person.name, css });
  const zip = Readable.toWeb(await asFolder(own.id, own, documents)) as ReadableStream;
  return new Response(zip, {
    headers: { 'content-type': 'application/zip', 'content-disposition': attachment(`${own.title}.zip`) }
  });
};
