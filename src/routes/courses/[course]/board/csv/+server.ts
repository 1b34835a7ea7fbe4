import { stringify } from 'csv-stringify/sync';
import { unpackCells } from '$core/grades/board';
import { stateWords } from '$core/grades/state';
import { readBoard } from '$server/marking/board';
import { orNotFound, signedIn } from '../../../../shared/guard';
import { csvFile } from '../../../../shared/text-file';

/** The board as CSV (RFC 4180), as far as its reader sees it: points where there are some, else where it stands. */
export const GET = async ({ locals, url, params }) => {
  const { columns, rows } = await orNotFound(readBoard(signedIn(locals, url), params.course));
  const lines = rows.map(({ name, cells }) => [
    name,
    ...unpackCells(cells).map((cell) => (cell === null ? '' : (cell.points ?? stateWords(cell.state))))
  ]);
  const text = stringify([['Student', ...columns.map(({ title }) => title)], ...lines], { escape_formulas: true });
  return csvFile(`board, ${params.course.replace(/[^a-z0-9-]/gi, '')}.csv`, text);
};
