import { database } from '../src/lib/server/db/connection';
import { demoAccounts } from '../src/lib/server/db/settings';

/** Names the demo's accounts, and nothing where no demo is loaded. */
const demo = await demoAccounts();
if (demo) {
  const lines = demo.accounts.map(({ handle, name, about }) => `  ${handle.padEnd(8)} ${name}, ${about}\n`);
  process.stdout.write(`Demo accounts (the sign-in page lets you in as one of them):\n${lines.join('')}\n`);
}
await database.close();
