import { expect, it } from 'vitest';
import { execute } from '$server/db/connection';
import { MIGRATIONS } from '$server/db/migrations/all';
import { pendingMigrations } from '$server/db/pending-migrations';

it('names what this version knows and the database has not seen, all of it where it has seen none', async () => {
  expect(await pendingMigrations()).toEqual([]);
  await execute("delete from migrations where name in ('0002-courses', '0040-one-way-of-reminding')");
  expect(await pendingMigrations()).toEqual(['0002-courses', '0040-one-way-of-reminding']);
  await execute('alter table migrations rename to elsewhere');
  expect(await pendingMigrations()).toEqual(MIGRATIONS.map(({ name }) => name));
});
