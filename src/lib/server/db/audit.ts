import { clock } from '../clock';
import type { Tx } from './connection';
import { AuditEntry } from './models/people';

/** Notes what custody does not tell: who signed in, who excused whom, what was returned. Never a person's work. */
export async function audit(
  personId: string | null,
  action: string,
  subject: string,
  data: Record<string, unknown> = {},
  tx?: Tx
): Promise<void> {
  await AuditEntry.create({ at: new Date(clock.now()), personId, action, subject, data }, { transaction: tx });
}
