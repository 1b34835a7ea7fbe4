import { createHash } from 'node:crypto';
import { Sequelize, type Transaction } from 'sequelize';
import type { z } from 'zod';
import { config } from '../config';
import { lineOf, pipelined, send, withLine } from './driver';

/** No statement of ours runs long enough to be worth compiling: in a large school its estimates would have PostgreSQL do it. */
const NOT_COMPILED = '-c jit=off';

/** The connection pool of this process. Connects at the first query, not at import. */
export const database = new Sequelize(config.databaseUrl, {
  dialect: 'postgres',
  logging: false,
  pool: { max: config.poolSize, min: 0, idle: 30_000, acquire: 20_000 },
  dialectOptions: { options: NOT_COMPILED },
  define: { timestamps: false, underscored: true }
});

pipelined(database);

export type Tx = Transaction;

/** Runs a use-case's work in one transaction (PostgreSQL's READ COMMITTED): all of it happens, or none. */
export function inTransaction<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
  return database.transaction(work);
}

/**
 * Runs one hand-written read and parses its rows.
 *
 * As a prepared statement on Sequelize's own connection: PostgreSQL then plans it once per connection instead of at
 * each request, which for our lists takes longer than running it (docs/decisions/0005).
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
  const { rows } = await ask(sql, bind, tx);
  return rows.map((r: unknown) => row.parse(r));
}

/**
 * Runs one statement as `select` does, for whoever reads its rows themselves.
 *
 * Statements that are asked in one transaction without waiting for each other's answers (`Promise.all`) are sent in one
 * go and run in the order in which they were asked; where one fails, so do all after it.
 */
export async function ask(sql: string, bind: readonly unknown[], tx?: Tx): Promise<{ rows: unknown[] }> {
  const query = prepared(sql, bind);
  return tx ? send(lineOf(tx), query) : withLine(database, (line) => send(line, query));
}

/**
 * Reads as `select` does, with a plan that is never made anew for who asks: PostgreSQL otherwise compares what a plan for
 * everybody would cost with one for these values, and where somebody has fewer courses than the average, planning the Desk
 * again at each request took four times as long as running it. Only for statements that are read in the same way
 * whatever the values are.
 */
export async function selectPlannedOnce<S extends z.ZodType>(
  row: S,
  sql: string,
  bind: readonly unknown[]
): Promise<Array<z.infer<S>>> {
  const query = prepared(sql, bind);
  const [, { rows }] = await withLine(database, (line) =>
    Promise.all([send(line, PLAN_ONCE), send(line, query), send(line, PLAN_AS_USUAL)])
  );
  return rows.map((r: unknown) => row.parse(r));
}

const PLAN_ONCE = { name: 'plan-once', text: 'set plan_cache_mode = force_generic_plan' };
const PLAN_AS_USUAL = { name: 'plan-as-usual', text: 'set plan_cache_mode = auto' };

const prepared = (sql: string, bind: readonly unknown[]) => ({
  name: statementName(sql),
  text: sql,
  values: [...bind]
});

/** PostgreSQL knows a prepared statement by a name of at most 63 bytes. */
function statementName(sql: string): string {
  let name = names.get(sql);
  if (!name) names.set(sql, (name = `v${createHash('sha256').update(sql).digest('hex').slice(0, 32)}`));
  return name;
}
const names = new Map<string, string>();

/** Runs one hand-written statement that writes, prepared as `select`; its rows, if it returns any, are not looked at. */
export async function execute(sql: string, bind: readonly unknown[] = [], tx?: Tx): Promise<void> {
  await ask(sql, bind, tx);
}

/** SQL for a `timestamptz` as a Moment (milliseconds since the epoch). */
export const ms = (column: string) => `(extract(epoch from ${column}) * 1000)::float8`;

/** SQL for the rows of a query as one JSON value: several short lists then cost one query. Empty lists are `[]`. */
export const jsonRows = (sql: string) => `coalesce((select json_agg(r) from (${sql}) r), '[]')`;
