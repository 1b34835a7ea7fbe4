import { z } from 'zod';
import { database } from '../db/connection';
import { makeSchool, NewSchool, SchoolRefused } from './make-school';

/** Makes a school of the JSON that it is given, and prints the links by which its first two people choose their passwords. */
try {
  const given = NewSchool.safeParse(JSON.parse(process.argv[2] ?? '{}'));
  if (!given.success) throw new SchoolRefused(z.prettifyError(given.error));
  const links = await makeSchool(given.data);
  process.stdout.write(`${JSON.stringify(links)}\n`);
} catch (error) {
  if (!(error instanceof SchoolRefused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 2;
} finally {
  await database.close();
}
