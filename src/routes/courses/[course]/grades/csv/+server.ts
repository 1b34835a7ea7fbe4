import { gradeBookFile } from '$server/grades/grade-book';
import { attachment } from '../../../../shared/attachment';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** The grade book as CSV. */
export const GET = async ({ locals, params, url }) => {
  const { title, text } = await orNotFound(gradeBookFile(signedIn(locals, url), params.course));
  return new Response(`\uFEFF${text}`, {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': attachment(`${title}, grade book.csv`)
    }
  });
};
