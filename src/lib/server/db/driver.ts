import type { Duplex } from 'node:stream';
import type { ClientBase, QueryConfig } from 'pg';
import type { Sequelize, Transaction } from 'sequelize';

// All that reaches through Sequelize into the driver: what their types do not tell is said here and nowhere else.

/** What the driver's connections are, beyond what its types tell. */
export type Line = ClientBase & { pipeline: boolean; connection: { stream: Duplex } };

/** On its connections a statement does not wait for the answers of those before it to be sent. */
export function pipelined(database: Sequelize): void {
  database.addHook('afterConnect', (line) => {
    (line as Line).pipeline = true;
  });
}

/** Everything that is asked before the process turns to something else leaves in one packet: writing costs the most. */
export function send(line: Line, query: QueryConfig): Promise<{ rows: unknown[] }> {
  const { stream } = line.connection;
  stream.cork();
  process.nextTick(() => stream.uncork());
  return line.query(query);
}

/**
 * The connection that a transaction of Sequelize's holds; its types do not tell of it.
 *
 * @throws Error when the transaction is over: where one of several pieces of work has failed, what the others ask from
 *   then on must not run outside of it
 */
export function lineOf(tx: Transaction): Line {
  const { connection, finished } = tx as unknown as { connection: Line; finished?: 'commit' | 'rollback' };
  if (finished) throw new Error('The transaction is over.');
  return connection;
}

/** A connection of the pool, for as long as the work lasts. */
export async function withLine<T>(database: Sequelize, work: (line: Line) => Promise<T>): Promise<T> {
  const line = (await database.connectionManager.getConnection({ type: 'read' })) as Line;
  try {
    return await work(line);
  } finally {
    database.connectionManager.releaseConnection(line);
  }
}
