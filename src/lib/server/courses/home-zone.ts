import { z } from 'zod';
import { setHome } from '$core/time/home';
import { select } from '../db/connection';

/** Reads in which zone most courses run, which is the school's own; what is said from then on names every other. */
export async function readHomeZone(): Promise<void> {
  const [row] = await select(
    z.object({ zone: z.string() }),
    'select zone from courses group by zone order by count(*) desc, zone limit 1'
  );
  setHome(row?.zone ?? null);
}
