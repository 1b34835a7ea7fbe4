import type { JSONContent } from '@tiptap/core';
import writeExcelFile from 'write-excel-file/node';
import { evaluate, Trouble } from '$core/sheets/evaluate';
import { rowsOf, type Cell, type Form } from '$core/sheets/sheet';
import { sheetCells } from '$core/pages/nodes/sheet';

/** Number formats as workbooks write them (ECMA-376 part 1, 18.8.30). */
const FORMATS: Record<Form, string | undefined> = {
  plain: undefined,
  whole: '0',
  two: '0.00',
  percent: '0.0%',
  thousands: '#,##0.##'
};

/** Sheets as a workbook: formulas stay formulas, numbers numbers. */
export async function writeXlsx(sheets: readonly JSONContent[]): Promise<Uint8Array> {
  const names = new Set<string>();
  const made = sheets.map((sheet) => {
    const cells = sheetCells(sheet);
    const values = evaluate(new Map([...cells].map(([at, { raw }]) => [at, raw])));
    const rows = rowsOf(cells, (_, address) => address).map((row) =>
      row.map((address) => {
        const cell = cells.get(address);
        return cell ? workbookCell(cell, values.get(address) ?? null) : null;
      })
    );
    return { data: rows, sheet: named(String(sheet.attrs?.name ?? ''), names) };
  });
  return new Uint8Array(await writeExcelFile(made).toBuffer());
}

function workbookCell(
  { raw, form }: Cell,
  value: ReturnType<typeof evaluate> extends Map<string, infer V> ? V : never
) {
  const format = FORMATS[form];
  const shown = format === undefined ? {} : { format };
  if (raw.startsWith('=') && !(value instanceof Trouble))
    return { type: 'Formula' as const, value: raw.slice(1), ...shown };
  if (typeof value === 'number') return { type: Number, value, ...shown };
  if (typeof value === 'boolean') return { type: Boolean, value };
  return { type: String, value: value instanceof Trouble ? value.code : (value ?? raw) };
}

/** A name that workbooks take, and that no other sheet of it has. */
function named(name: string, taken: Set<string>): string {
  const bare =
    name
      .replace(/[\\/?*[\]:]/g, ' ')
      .trim()
      .slice(0, 25) || 'Sheet';
  let own = bare;
  for (let no = 2; taken.has(own.toLowerCase()); no++) own = `${bare} ${no}`;
  taken.add(own.toLowerCase());
  return own;
}
