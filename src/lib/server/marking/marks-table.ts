import type { MarkRow } from '$core/marking/marks-file';
import { log } from '../log';
import { RefusedMidway } from '../outcome';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/**
 * A text as the table that it is (CSV, RFC 4180): read apart from the server, each row with its line.
 *
 * @throws RefusedMidway `no-table` where it is none; NotNow as parsing does
 */
export async function readMarksTable(text: string): Promise<{ header: string[]; rows: MarkRow[] }> {
  try {
    return await parseApart('roster-table', { text });
  } catch (error) {
    if (error instanceof NotNow) throw error;
    log.info({ err: error }, 'a table of marks could not be read');
    throw new RefusedMidway('no-table');
  }
}
