import { finalResultsFile } from '$server/grades/final-results';
import { attachment } from '../../../../shared/attachment';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** Results as they were sent, as CSV: for the office, and for the course's teachers. */
export const GET = async ({ locals, params, url }) => {
  const { title, text } = await orNotFound(finalResultsFile(signedIn(locals, url), params.id));
  return new Response(`\uFEFF${text}`, {
    headers: { 'content-type': 'text/csv; charset=utf-8', 'content-disposition': attachment(`${title}, results.csv`) }
  });
};
