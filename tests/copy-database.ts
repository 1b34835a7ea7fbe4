import pg from 'pg';

/**
 * Puts a copy of another database in the place of one, under whoever is connected to it.
 *
 * @param cluster address of any database of the cluster
 */
export async function copyDatabase(cluster: string, name: string, template: string): Promise<void> {
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  try {
    // Copies of one template have to wait for each other; the lock goes with the connection.
    await admin.query('select pg_advisory_lock(1)');
    await admin.query(`drop database if exists ${name} with (force)`);
    await admin.query(`create database ${name} template ${template}`);
  } finally {
    await admin.end();
  }
}
