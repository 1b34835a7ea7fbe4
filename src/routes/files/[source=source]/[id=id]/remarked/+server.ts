import { error } from '@sveltejs/kit';
import { NotOnSheets, remarkedPdf } from '$server/sources/remarked';
import { attachment } from '../../../../shared/attachment';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** A submitted piece as a PDF with the remarks in it. */
export const GET = async ({ locals, params, url }) => {
  const person = signedIn(locals, url);
  if (params.source !== 'submitted') error(404, 'Only what was submitted has remarks.');
  const { name, bytes } = await orNotFound(remarkedPdf(person, params.id)).catch((thrown: unknown) => {
    if (thrown instanceof NotOnSheets)
      error(
        422,
        'This file is locked or damaged, so nothing can be put into it. The remarks stand beside it on its page.'
      );
    throw thrown;
  });
  return new Response(Buffer.from(bytes), {
    headers: {
      'content-type': 'application/pdf',
      'content-length': String(bytes.length),
      'content-disposition': attachment(name),
      'cache-control': 'private, no-store',
      'x-content-type-options': 'nosniff'
    }
  });
};
