import { readFileSync } from 'node:fs';
import type { QueryConfig } from 'pg';
import { pool } from './session';

/** What was recorded of each request (bench/record-statements.mjs), by its name. Read once, by the first that asks. */
let kept: Map<string, QueryConfig[]> | undefined;

/**
 * Runs the very statements of a recorded request with their values, in their order, on one connection, and does nothing
 * with what they answer.
 *
 * @throws where none of that name was recorded, or the database refuses one
 */
export async function replay(as: string): Promise<void> {
  const statements = (kept ??= read()).get(as);
  if (!statements) throw new Error(`Nothing was recorded as ${as}.`);
  const client = await pool.connect();
  try {
    for (const statement of statements) await client.query(statement);
  } finally {
    client.release();
  }
}

interface Recorded extends QueryConfig {
  as: string;
}

function read(): Map<string, QueryConfig[]> {
  const found = new Map<string, QueryConfig[]>();
  for (const line of readFileSync(process.env.VENDRO_RECORD ?? '', 'utf8')
    .split('\n')
    .filter(Boolean)) {
    const { as, ...statement } = JSON.parse(line) as Recorded;
    const one = { ...statement, values: statement.values?.map(valueOf) };
    const before = found.get(as);
    if (before) before.push(one);
    else found.set(as, [one]);
  }
  return found;
}

/** A value as it was bound. */
function valueOf(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if ('bytes' in value && typeof value.bytes === 'string') return Buffer.from(value.bytes, 'base64');
  if ('moment' in value && typeof value.moment === 'string') return new Date(value.moment);
  return value;
}
