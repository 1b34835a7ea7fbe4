import { z } from 'zod';
import { execute, select } from './connection';

/** Accounts that the sign-in page lists while the demo world is loaded. */
export const DemoAccounts = z.object({
  password: z.string(),
  accounts: z.array(z.object({ handle: z.string(), name: z.string(), about: z.string() }))
});
export type DemoAccounts = z.infer<typeof DemoAccounts>;

/** The demo's accounts, or null where no demo is loaded. */
export async function demoAccounts(): Promise<DemoAccounts | null> {
  const [row] = await select(z.object({ value: DemoAccounts }), "select value from settings where key = 'demo'");
  return row?.value ?? null;
}

export async function noteDemo(accounts: DemoAccounts): Promise<void> {
  await execute(
    "insert into settings (key, value) values ('demo', $1) on conflict (key) do update set value = excluded.value",
    [JSON.stringify(accounts)]
  );
}

/** Whether the demo world is loaded: simulated services answer only then. */
export async function isDemoLoaded(): Promise<boolean> {
  return (await demoAccounts()) !== null;
}
