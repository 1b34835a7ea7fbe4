import { database } from './connection';
import { migrate } from './migrate';

/** `node --import tsx src/lib/server/db/migrate.command.ts`: brings the database of DATABASE_URL up to date. */
const done = await migrate();
process.stdout.write(done.length > 0 ? `${done.join('\n')}\n` : '');
await database.close();
