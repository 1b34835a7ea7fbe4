import { QueryTypes, Sequelize, Transaction } from 'sequelize';
import type { z } from 'zod';
import { config } from '../config';

/** The connection pool of this process. Connects at the first query, not at import. */
export const database = new Sequelize(config.databaseUrl, {
  dialect: 'postgres',
  logging: false,
  pool: { max: config.poolSize, min: 0, idle: 30_000, acquire: 20_000 },
  define: { timestamps: false, underscored: true },
  isolationLevel: Transaction.ISOLATION_LEVELS.READ_COMMITTED
});

export type Tx = Transaction;

/** Runs a use-case's work in one transaction: all of it happens, or none. */
export function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  return database.transaction(work);
}

/**
 * Runs one hand-written read and parses its rows.
 *
 * @param sql  with `$1`, `$2`… for the bound values
 * @param bind the values, in order
 * @throws ZodError when a row is not what the query's author said it would be
 */
export async function select<S extends z.ZodType>(
  row: S,
  sql: string,
  bind: readonly unknown[] = [],
  tx?: Tx
): Promise<Array<z.infer<S>>> {
  const rows = await database.query(sql, { type: QueryTypes.SELECT, bind: [...bind], raw: true, transaction: tx });
  return rows.map((r) => row.parse(r));
}

/** Runs one hand-written statement that writes; its rows, if it returns any, are not looked at. */
export async function execute(sql: string, bind: readonly unknown[] = [], tx?: Tx): Promise<void> {
  await database.query(sql, { bind: [...bind], raw: true, transaction: tx });
}

/** SQL for a `timestamptz` as a Moment (milliseconds since the epoch). */
export const ms = (column: string) => `(extract(epoch from ${column}) * 1000)::float8`;
