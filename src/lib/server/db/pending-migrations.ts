import { z } from 'zod';
import { select } from './connection';
import { MIGRATIONS } from './migrations/all';

/**
 * The names of migrations that this version knows and the database has not seen. Asked by each server, which runs none: what runs them
 * is heavy to load (migrate.ts).
 */
export async function pendingMigrations(): Promise<string[]> {
  const [begun] = await select(Begun, BEGUN);
  const seen = begun?.there ? await select(Seen, 'select name from migrations') : [];
  const names = new Set(seen.map(({ name }) => name));
  return MIGRATIONS.map(({ name }) => name).filter((name) => !names.has(name));
}

const Begun = z.object({ there: z.boolean() });
const BEGUN = `select to_regclass('migrations') is not null as there`;
const Seen = z.object({ name: z.string() });
