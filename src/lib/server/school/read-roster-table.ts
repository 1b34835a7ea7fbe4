import { parse } from 'csv-parse';
import type { RosterRow } from '$core/school/roster-files';

/** More rows than any school has; more columns than the standard names. */
const MOST_ROWS = 200_000;
const MOST_COLUMNS = 100;

/**
 * A CSV file (RFC 4180) by the names of its columns, each row with its line in the file. In a parsing process.
 *
 * @throws where it is none, or has more rows than a school
 */
export async function readRosterTable(text: string): Promise<{ header: string[]; rows: RosterRow[] }> {
  const parser = parse(text, {
    bom: true,
    info: true,
    relax_column_count: true,
    skip_empty_lines: true,
    max_record_size: 20_000
  });
  let header: string[] = [];
  const rows: RosterRow[] = [];
  for await (const { record, info } of parser as AsyncIterable<{ record: string[]; info: { lines: number } }>) {
    if (header.length === 0) header = record.slice(0, MOST_COLUMNS).map((name) => name.trim());
    else {
      if (rows.length >= MOST_ROWS) throw new Error('The file has more rows than any school.');
      rows.push({
        line: info.lines,
        fields: Object.fromEntries(header.map((name, i) => [name, (record[i] ?? '').replaceAll('\0', '')]))
      });
    }
  }
  return { header, rows };
}
