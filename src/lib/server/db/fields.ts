import { z } from 'zod';
import { ms } from './connection';

/** A field of a table: its column, how it is read over the table's alias, and what is read. */
export interface Field<Z extends z.ZodType> {
  column: string;
  sql: (alias: string) => string;
  row: Z;
}

/** A field that is read as it is kept. */
export const field = <Z extends z.ZodType>(column: string, row: Z): Field<Z> => ({
  column,
  sql: (alias) => `${alias}.${column}`,
  row
});

/** A moment, in milliseconds since the epoch; null where there is none. */
export const momentField = (column: string) => ({
  column,
  sql: (alias: string) => ms(`${alias}.${column}`),
  row: z.number().nullable()
});

/** A number that PostgreSQL keeps exactly (`numeric`); null where there is none. */
export const exactField = (column: string) => ({
  column,
  sql: (alias: string) => `${alias}.${column}::float8`,
  row: z.number().nullable()
});

/**
 * Fields that are read together, defined once: their select list, the schema of a row of it, and their columns.
 *
 * A new field is a line in the definition, and every query that reads these has it.
 */
export function fields<F extends Record<string, Field<z.ZodType>>>(all: F) {
  type Shape = { [K in keyof F]: F[K]['row'] };
  const entries = Object.entries(all);
  return {
    /** `a.follow_minutes as "followMinutes", …` */
    list: (alias: string) => entries.map(([name, one]) => `${one.sql(alias)} as "${name}"`).join(', '),
    row: z.object(Object.fromEntries(entries.map(([name, one]) => [name, one.row])) as Shape),
    columnOf: (name: keyof F & string) => (all[name] as Field<z.ZodType>).column,
    columns: entries.map(([, { column }]) => column)
  };
}
