import { readFile, stat } from 'node:fs/promises';
import { parse } from 'csv-parse';
import readExcelFile from 'read-excel-file/node';
import type { TablePart } from '$core/materials/preview';
import { unpacksWithin } from '../blobs/archive';
import { headText } from '../reading/head-text';

const ROWS = 200;
const COLUMNS = 40;
const SHEETS = 20;
/** A workbook is read whole: packed and unpacked bytes that are still quick. */
const WORKBOOK_BYTES = 5_000_000;
const UNPACKED_BYTES = 40_000_000;

/** The first rows of a CSV file (RFC 4180). What separates its fields is read from its first line. */
export async function tableOf({ path, name }: { path: string; name: string }): Promise<TablePart> {
  const { text, more: cut } = await headText(path);
  const [line = ''] = text.split('\n', 1);
  const tabs = name.toLowerCase().endsWith('.tsv') || line.includes('\t');
  const delimiter = tabs ? '\t' : line.split(';').length > line.split(',').length ? ';' : ',';
  const rows: string[][] = [];
  const parser = parse(text, { delimiter, relaxColumnCount: true, relaxQuotes: true, to: ROWS + 1, bom: true });
  for await (const row of parser) rows.push((row as string[]).slice(0, COLUMNS));
  return { rows: rows.slice(0, ROWS), more: cut || rows.length > ROWS };
}

/**
 * The first rows of each sheet of a workbook (ECMA-376, SpreadsheetML), with values as they were last computed.
 *
 * @throws where it is too large to be read, or damaged
 */
export async function sheetsOf(path: string): Promise<Array<TablePart & { name: string }>> {
  if ((await stat(path)).size > WORKBOOK_BYTES || !(await unpacksWithin(path, UNPACKED_BYTES)))
    throw new Error('The workbook is too large to be shown.');
  const sheets = await readExcelFile(await readFile(path));
  return sheets.slice(0, SHEETS).map(({ sheet, data }) => ({
    name: sheet,
    rows: data.slice(0, ROWS).map((row) => row.slice(0, COLUMNS).map(cellText)),
    more: data.length > ROWS
  }));
}

function cellText(cell: unknown): string {
  if (cell === null || cell === undefined) return '';
  // Days are kept as midnights in UTC; a time of day is said only where there is one.
  if (cell instanceof Date)
    return cell.toISOString().replace('T00:00:00.000Z', '').replace('T', ' ').replace('.000Z', '');
  return String(cell);
}
