import { marksFile } from '$server/marking/marks-file';
import { csvFile } from '../../../../shared/text-file';
import { orNotFound, signedIn } from '../../../../shared/guard';

/** The marks of an assignment as CSV. */
export const GET = async ({ locals, params, url }) => {
  const { title, text } = await orNotFound(marksFile(signedIn(locals, url), params.id));
  return csvFile(`${title}, marks.csv`, text);
};
