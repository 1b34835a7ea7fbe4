import { finalResultsFile } from '$server/grades/final-results';
import { csvFile } from '../../../../shared/text-file';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** Results as they were sent, as CSV: for the office, and for the course's teachers. */
export const GET = async ({ locals, params, url }) => {
  const { title, text } = await orNotFound(finalResultsFile(signedIn(locals, url), params.id));
  return csvFile(`${title}, results.csv`, text);
};
