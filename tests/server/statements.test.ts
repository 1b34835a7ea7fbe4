import { expect, it } from 'vitest';
import { z } from 'zod';
import { exactField, field, fields, momentField } from '$server/db/fields';
import { named } from '$server/db/named';
import { database, execute, inTransaction, select } from '$server/db/connection';

it('names become positions, each once, and casts stay what they are', () => {
  const statement = named<{ due: number; id: string }>(
    'update a set due = :due::timestamptz, old = :due where id = :id'
  );
  expect(statement.sql).toBe('update a set due = $1::timestamptz, old = $1 where id = $2');
  expect(statement.bind({ id: 'x', due: 7 })).toEqual([7, 'x']);
});

it('a value too many or too few is an error, not a wrong row', () => {
  const statement = named<object>('select :a, :b');
  expect(() => statement.bind({ a: 1 })).toThrow('b');
  expect(() => statement.bind({ a: 1, b: 2, c: 3 })).toThrow('c');
});

it('fields are read as they are defined', async () => {
  const READ = fields({
    points: exactField('points'),
    due: momentField('due'),
    strict: field('strict', z.array(z.string()))
  });
  expect(READ.columns).toEqual(['points', 'due', 'strict']);
  expect(READ.columnOf('due')).toBe('due');
  const [row] = await select(
    READ.row,
    `select ${READ.list('t')} from (select 7.25::numeric as points, $1::timestamptz as due, '{a,b}'::text[] as strict) t`,
    [new Date(1234)]
  );
  expect(row).toEqual({ points: 7.25, due: 1234, strict: ['a', 'b'] });
});

it('what is asked after its transaction is over is refused, not run outside of it', async () => {
  const tx = await database.transaction();
  await tx.commit();
  await expect(execute('select 1', [], tx)).rejects.toThrow('over');
  await expect(inTransaction(async () => Promise.reject(new Error('mine')))).rejects.toThrow('mine');
});
