import { SequelizeStorage, Umzug } from 'umzug';
import { installJobs } from './queue';
import { database } from './connection';
import { MIGRATIONS } from './migrations/all';
import { NewerDatabase } from './trouble';

const seen = new SequelizeStorage({ sequelize: database, tableName: 'migrations' });

/** Migrations of the schema, with the list of those done kept in the database itself. */
const umzug = new Umzug({
  migrations: MIGRATIONS.map(({ name, up, down }) => ({
    name,
    up: () => runSql(up),
    down: () => runSql(down)
  })),
  storage: seen,
  logger: undefined
});

/**
 * Brings the schema up to date. Several processes may try at once: an advisory lock lets one work and the rest wait.
 *
 * @returns the names of the migrations that this call ran
 */
export async function migrate(): Promise<string[]> {
  return database.transaction(async (lock) => {
    await database.query('select pg_advisory_xact_lock(80411)', { transaction: lock });
    await mustBeKnown();
    const done = (await umzug.up()).map((migration) => migration.name);
    await installJobs();
    return done;
  });
}

/** @throws NewerDatabase where the database has seen migrations that this version does not know */
async function mustBeKnown(): Promise<void> {
  const known = new Set(MIGRATIONS.map(({ name }) => name));
  const strange = (await seen.executed()).filter((name) => !known.has(name));
  if (strange.length > 0) throw new NewerDatabase(strange);
}

async function runSql(sql: string): Promise<void> {
  await database.transaction((tx) => database.query(sql, { transaction: tx, raw: true }));
}
