import { expect, it } from 'vitest';
import { z } from 'zod';
import { execute, inTransaction, select } from '$server/db/connection';

const Value = z.object({ value: z.number() });
const read = (key: string) => select(Value, 'select (value)::text::int as value from settings where key = $1', [key]);
const write = 'insert into settings (key, value) values ($1, $2)';

it('runs statements that are asked together in the order in which they were asked', async () => {
  const seen = await inTransaction(async (tx) => {
    const [, before, , after] = await Promise.all([
      execute(write, ['tide', '1'], tx),
      select(Value, 'select (value)::text::int as value from settings where key = $1', ['tide'], tx),
      execute("update settings set value = '2' where key = $1", ['tide'], tx),
      select(Value, 'select (value)::text::int as value from settings where key = $1', ['tide'], tx)
    ]);
    return [before, after];
  });
  expect(seen).toEqual([[{ value: 1 }], [{ value: 2 }]]);
});

it('undoes all of them where one fails, says which, and leaves the connection usable', async () => {
  const failing = inTransaction((tx) =>
    Promise.all([
      execute(write, ['ebb', '1'], tx),
      execute(write, ['ebb', '2'], tx),
      execute(write, ['flood', '3'], tx)
    ])
  );
  await expect(failing).rejects.toThrow(/duplicate key/);
  // As many as the pool has, so that the one that failed is among them.
  const answers = await Promise.all(Array.from({ length: 20 }, () => read('flood')));
  expect(answers.flat()).toEqual([]);
});

it('asks nothing more for a transaction that is over', async () => {
  let go: () => void = () => undefined;
  const over = new Promise<void>((resolve) => (go = resolve));
  let late: Promise<void> | undefined;
  const failing = inTransaction((tx) => {
    late = over.then(() => execute(write, ['late', '1'], tx));
    return Promise.all([late, Promise.reject(new Error('changed my mind'))]);
  });
  await expect(failing).rejects.toThrow('changed my mind');
  go();
  await expect(late).rejects.toThrow('The transaction is over.');
  expect(await read('late')).toEqual([]);
});

it('takes bound values of every kind that the log holds', async () => {
  const Row = z.object({ type: z.string(), at: z.date(), data: z.record(z.string(), z.unknown()) });
  const rows = await select(
    Row,
    'select * from unnest($1::text[], $2::timestamptz[], $3::jsonb[]) as e(type, at, data)',
    [['a "quoted", {word}'], [new Date(1_804_694_400_123)], [JSON.stringify({ reason: 'it’s {“late”}, \\ and "so"' })]]
  );
  expect(rows).toEqual([
    {
      type: 'a "quoted", {word}',
      at: new Date(1_804_694_400_123),
      data: { reason: 'it’s {“late”}, \\ and "so"' }
    }
  ]);
});
