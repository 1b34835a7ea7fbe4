/** A cell by its place, counted from 0. */
export interface Place {
  row: number;
  column: number;
}

/** Rows and columns that a sheet has at most. */
export const MOST_ROWS = 1000;
export const MOST_COLUMNS = 52;

/** A column by its letters: 0 is A, 26 is AA. */
export function columnName(column: number): string {
  const rest = Math.floor(column / 26);
  return (rest > 0 ? columnName(rest - 1) : '') + String.fromCharCode(65 + (column % 26));
}

/** A place as it is written: B3. */
export const addressOf = ({ row, column }: Place): string => `${columnName(column)}${row + 1}`;

/** The place that an address names, with or without the signs that fix it; null where it names none of a sheet. */
export function placeAt(address: string): Place | null {
  const [, letters, digits] = /^\$?([A-Z]{1,2})\$?([1-9]\d{0,3})$/.exec(address.toUpperCase()) ?? [];
  if (letters === undefined || digits === undefined) return null;
  const column = [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0) - 1;
  const row = Number(digits) - 1;
  return row < MOST_ROWS && column < MOST_COLUMNS ? { row, column } : null;
}

/** A formula moved with its cell: what is not fixed by a dollar sign moves along; what would leave the sheet is written as lost. */
export function moved(formula: string, by: Place): string {
  if (!formula.startsWith('=')) return formula;
  return formula.replace(
    /"[^"]*"|(\$?)([A-Za-z]{1,2})(\$?)([1-9]\d{0,3})(?![\w(])/g,
    (whole, fixedC?: string, letters?: string, fixedR?: string, digits?: string) => {
      const place = letters === undefined || digits === undefined ? null : placeAt(`${letters}${digits}`);
      if (!place) return whole;
      const to = {
        row: place.row + (fixedR ? 0 : by.row),
        column: place.column + (fixedC ? 0 : by.column)
      };
      if (to.row < 0 || to.column < 0 || to.row >= MOST_ROWS || to.column >= MOST_COLUMNS) return '#REF!';
      return `${fixedC ?? ''}${columnName(to.column)}${fixedR ?? ''}${to.row + 1}`;
    }
  );
}
