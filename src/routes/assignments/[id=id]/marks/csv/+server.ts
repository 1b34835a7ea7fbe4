import { marksFile } from '$server/marking/marks-file';
import { attachment } from '../../../../shared/attachment';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** The marks of an assignment as CSV. */
export const GET = async ({ locals, params, url }) => {
  const { title, text } = await orNotFound(marksFile(signedIn(locals, url), params.id));
  return new Response(`\uFEFF${text}`, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': attachment(`${title}, marks.csv`) }
  });
};
