import pino from 'pino';
import { config } from './config';

/**
 * The server's log: JSON lines on standard output. Never a person's work, never a token: of an error only what kind it is,
 * what it says and where it came from, since the database's errors carry the values of their statements.
 */
export const log = pino({ level: config.logLevel, base: null, serializers: { err: withoutValues } });

function withoutValues(error: unknown): unknown {
  if (!(error instanceof Error)) return error;
  const { name, message, stack } = error;
  const code = 'code' in error ? error.code : undefined;
  const cause = error.cause === undefined ? undefined : withoutValues(error.cause);
  return { type: name, message, stack, code, cause };
}
