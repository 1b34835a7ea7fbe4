import { z } from 'zod';

/** A database that was used by a newer version: this one does not know what it would break. */
export class NewerDatabase extends Error {
  constructor(readonly names: string[]) {
    super(`The database knows ${names.join(', ')}.`);
    this.name = 'NewerDatabase';
  }
}

/** What PostgreSQL and the system say when a database cannot be used, in one sentence for whoever starts the server. */
export function databaseTrouble(error: unknown): string {
  if (error instanceof NewerDatabase)
    return `This database was used by a newer Vendro (it has “${error.names[0] ?? ''}”): start that version, or give this one another database.`;
  if (error instanceof Error && error.name === 'WrongSetting') return `A setting cannot be read: ${error.message}`;
  const { code, detail } = reasonOf(error);
  const known = code === null ? undefined : WORDS[code];
  return known ?? `The database could not be brought up to date: ${detail.split('\n')[0] ?? ''}`;
}

const UNREACHED = 'The database of DATABASE_URL could not be reached. Start it, or mend the address.';
/** By the codes of PostgreSQL (appendix A of its manual) and of the system. */
const WORDS: Record<string, string> = {
  ECONNREFUSED: UNREACHED,
  ENOTFOUND: UNREACHED,
  ETIMEDOUT: UNREACHED,
  EHOSTUNREACH: UNREACHED,
  '28P01': 'The database of DATABASE_URL refuses this name and password. Mend them in the address.',
  '28000': 'The database of DATABASE_URL does not let this name in. Mend it in the address, or let it in.',
  '3D000': 'The database that DATABASE_URL names does not exist. Make it with createdb, or mend the name.',
  '42501': 'The name in DATABASE_URL may not make tables there. Give it the database, or use its owner’s name.',
  '53300': 'The database of DATABASE_URL has no connection left. Try again in a moment.'
};

const Reason = z.object({
  code: z.string().optional(),
  message: z.string().optional(),
  parent: z.unknown().optional()
});

/** The innermost reason: the database layer wraps what it was told. */
function reasonOf(error: unknown): { code: string | null; detail: string } {
  const parsed = Reason.safeParse(error);
  if (!parsed.success) return { code: null, detail: String(error) };
  const { code, message = '', parent } = parsed.data;
  if (parent !== undefined) return reasonOf(parent);
  return { code: code ?? null, detail: message };
}
