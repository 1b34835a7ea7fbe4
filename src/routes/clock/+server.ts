import { error, json } from '@sveltejs/kit';
import { z } from 'zod';
import { clock } from '$server/clock';
import { config } from '$server/config';
import { sweepAll } from '$server/jobs/sweep';

const Setting = z.object({ now: z.iso.datetime(), frozen: z.boolean().default(true) });

/** Moves the clock, for tests: only with VENDRO_TEST=1, only from loopback. Otherwise there is nothing here. */
export const POST = async ({ request, getClientAddress }) => {
  if (!config.test || !['127.0.0.1', '::1'].includes(getClientAddress())) error(404, 'There is nothing here.');
  const setting = Setting.safeParse(await request.json().catch(() => null));
  if (!setting.success) error(400, 'Say { "now": an ISO 8601 moment in UTC, "frozen": true or false }.');
  clock.set(Date.parse(setting.data.now), { frozen: setting.data.frozen });
  await sweepAll();
  return json({ now: new Date(clock.now()).toISOString() });
};
