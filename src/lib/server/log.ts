import pino from 'pino';
import { config } from './config';

/** The server's log: JSON lines on standard output. Never a person's work, never a token. */
export const log = pino({ level: config.logLevel, base: null });
