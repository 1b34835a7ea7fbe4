import { Parser } from 'htmlparser2';
import { posix } from 'node:path';
import type { Brought } from '$core/pages/brought';
import { sheetMarkdown } from '$core/pages/nodes/sheet';
import { MOST_ROWS, placeAt } from '$core/sheets/address';
import { readArchive } from '../../blobs/archive';

const MOST_SHEETS = 12;
/** Bytes that may come out: a workbook is held in memory. */
const UNPACKED = 40_000_000;

/**
 * Reads a workbook (ECMA-376 part 1, SpreadsheetML) as sheets: a cell that has a formula keeps it, any other its value. How it looked,
 * charts and what stands on other sheets of it are left behind.
 */
export async function workbookSheets(path: string): Promise<Brought> {
  const files = await readArchive(path, (name) => WANTED.test(name), UNPACKED);
  const text = (name: string) => files.get(name)?.toString('utf8') ?? '';
  const strings = sharedStrings(text('xl/sharedStrings.xml'));
  const targets = new Map<string, string>();
  each(text('xl/_rels/workbook.xml.rels'), (tag, { Id = '', Target = '' }) => {
    if (tag === 'Relationship') targets.set(Id, Target.startsWith('/') ? Target.slice(1) : posix.join('xl', Target));
  });
  const sheets: Array<{ name: string; file: string }> = [];
  each(text('xl/workbook.xml'), (tag, { name = '', ...attributes }) => {
    if (tag === 'sheet') sheets.push({ name, file: targets.get(attributes['r:id'] ?? '') ?? '' });
  });
  const markdown = sheets
    .slice(0, MOST_SHEETS)
    .map(({ name, file }) => sheetMarkdown(name, sheetRows(text(file), strings)))
    .join('\n\n');
  return { html: null, markdown: `${markdown}\n`, pictures: [] };
}

const WANTED = /^xl\/(workbook\.xml|_rels\/workbook\.xml\.rels|sharedStrings\.xml|worksheets\/[^/]+\.xml)$/;

function each(xml: string, open: (tag: string, attributes: Record<string, string>) => void): void {
  new Parser({ onopentag: open }, { xmlMode: true }).end(xml);
}

function sharedStrings(xml: string): string[] {
  const strings: string[] = [];
  let inText = false;
  // What is written above a text to say how it is read is none of it.
  let besides = 0;
  new Parser(
    {
      onopentag(tag) {
        if (tag === 'si') strings.push('');
        if (tag === 'rPh') besides++;
        inText = tag === 't' && besides === 0;
      },
      ontext(said) {
        if (inText && strings.length > 0) strings[strings.length - 1] += said;
      },
      onclosetag(tag) {
        if (tag === 't') inText = false;
        if (tag === 'rPh') besides--;
      }
    },
    { xmlMode: true }
  ).end(xml);
  return strings;
}

function sheetRows(xml: string, strings: readonly string[]): string[][] {
  const rows: string[][] = [];
  let [at, type, formula, value, into] = ['', '', '', '', ''];
  new Parser(
    {
      onopentag(tag, attributes) {
        if (tag === 'c') [at, type, formula, value] = [attributes.r ?? '', attributes.t ?? 'n', '', ''];
        if (tag === 'f' || tag === 'v' || tag === 't') into = tag;
      },
      ontext(said) {
        if (into === 'f') formula += said;
        else if (into === 'v' || into === 't') value += said;
      },
      onclosetag(tag) {
        if (tag === into) into = '';
        const place = tag === 'c' ? placeAt(at) : null;
        if (!place || place.row >= MOST_ROWS) return;
        const said =
          formula !== ''
            ? `=${formula.replace(/^=/, '')}`
            : type === 's'
              ? (strings[Number(value)] ?? '')
              : type === 'b'
                ? value === '1'
                  ? 'TRUE'
                  : 'FALSE'
                : value;
        while (rows.length <= place.row) rows.push([]);
        const row = rows[place.row] ?? [];
        while (row.length < place.column) row.push('');
        row[place.column] = said;
      }
    },
    { xmlMode: true }
  ).end(xml);
  return rows;
}
