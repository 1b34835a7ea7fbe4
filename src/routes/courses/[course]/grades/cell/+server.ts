import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { markRefusalWords } from '$core/marking/words';
import { CellPoints, readGradeCell, writeGradeCell } from '$server/grades/grade-cell';
import { parsedBody } from '../../../../shared/body';
import { orNotFound, signedIn } from '../../../../shared/guard';

const Asked = z.object({ assignment: z.uuid(), student: z.uuid() });

/** What stands behind a cell of the grade book. */
export const GET = async ({ locals, url }) => {
  const asked = Asked.safeParse(Object.fromEntries(url.searchParams));
  if (!asked.success) error(404, 'This cell is not here.');
  return json(await orNotFound(readGradeCell(signedIn(locals, url), asked.data.assignment, asked.data.student)));
};

/** Writes points into one. */
export const POST = async ({ locals, url, request }) => {
  const person = signedIn(locals, url);
  const written = await orNotFound(writeGradeCell(person, await parsedBody(request, CellPoints)));
  return json(written.ok ? { ok: true } : { ok: false, words: markRefusalWords(written.why) });
};
