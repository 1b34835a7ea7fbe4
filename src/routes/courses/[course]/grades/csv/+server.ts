import { gradeBookFile } from '$server/grades/grade-book';
import { csvFile } from '../../../../shared/text-file';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** The grade book as CSV. */
export const GET = async ({ locals, params, url }) => {
  const { title, text } = await orNotFound(gradeBookFile(signedIn(locals, url), params.course));
  return csvFile(`${title}, grade book.csv`, text);
};
