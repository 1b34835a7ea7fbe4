import { databaseTrouble } from './trouble';

/** `node --import tsx src/lib/server/db/migrate.command.ts`: brings the database of DATABASE_URL up to date. */
try {
  // Settings that cannot be read are said as well.
  const { migrate } = await import('./migrate');
  const { database } = await import('./connection');
  const done = await migrate();
  process.stdout.write(done.length > 0 ? `${done.join('\n')}\n` : '');
  await database.close();
} catch (error) {
  process.stderr.write(`${databaseTrouble(error)}\n`);
  process.exit(1);
}
