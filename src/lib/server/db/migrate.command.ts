import { databaseTrouble } from './trouble';

/**
 * Brings the database of DATABASE_URL up to date, and says in one line of JSON which migrations it ran, and whether the database
 * is empty: `{"done":["0001-people"],"empty":true}`. Built by itself, since it goes before each start.
 */
try {
  // Settings that cannot be read are said as well.
  const { migrate } = await import('./migrate');
  const { isEmpty } = await import('./is-empty');
  const { database } = await import('./connection');
  const done = await migrate();
  process.stdout.write(`${JSON.stringify({ done, empty: await isEmpty() })}\n`);
  await database.close();
} catch (error) {
  process.stderr.write(`${databaseTrouble(error)}\n`);
  process.exit(1);
}
