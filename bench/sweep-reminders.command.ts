import { database } from '../src/lib/server/db/connection';
import { remindDue } from '../src/lib/server/reminders/remind-due';

/** `sweep-reminders.command.ts`: one sweep. Prints how many reminders it gave, and the milliseconds that it took. */
const begun = performance.now();
const given = await remindDue();
process.stdout.write(JSON.stringify({ given, took: performance.now() - begun }));
await database.close();
