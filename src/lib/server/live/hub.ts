import pg from 'pg';
import { z } from 'zod';
import { jsonText } from '$core/forms/json-text';
import { config } from '../config';
import { log } from '../log';
import { LIVE_CHANNEL, type Change } from './announce';
import { deliverLine, lineWasLost, LINE_CHANNEL } from './lines';
import { forgetAll, remember } from './recent-changes';

/** Who listens, and what concerns them. */
export interface Listener {
  personId: string;
  /** Courses in which they are a student, and those that they teach. */
  studies: ReadonlySet<string>;
  teaches: ReadonlySet<string>;
  /** @param about the topics that were touched; null where anything may have been */
  tell(about: readonly string[] | null): void;
  /** One of this person's sessions has ended, perhaps the one that listens. */
  mayHaveEnded(): void;
}

const Announced = jsonText(
  z.object({
    people: z.array(z.string()).optional(),
    course: z.string().optional(),
    teachersOf: z.string().optional(),
    about: z.array(z.string()).optional(),
    sessionsOf: z.string().optional()
  })
);

const listeners = new Set<Listener>();
let connection: Promise<void> | null = null;
/** Tries again after these many milliseconds: at once where only the connection was lost, then more and more slowly. */
const RETRY = { first: 50, most: 2000 };
let wait = RETRY.first;

/**
 * Hears of all changes from now on: this process holds one connection to PostgreSQL for that (LISTEN).
 *
 * @returns once nothing can be missed any more
 */
export function hearChanges(): Promise<void> {
  return (connection ??= connect());
}

/**
 * Listens for changes that concern a person.
 *
 * @returns once nothing can be missed any more; stops listening
 */
export async function listen(listener: Listener): Promise<() => void> {
  listeners.add(listener);
  await hearChanges();
  return () => listeners.delete(listener);
}

/** How many streams of one person are open in this process. */
export function listening(personId: string): number {
  let count = 0;
  for (const listener of listeners) if (listener.personId === personId) count++;
  return count;
}

/** Whether a change concerns someone. */
export function concerns(change: Change, listener: Pick<Listener, 'personId' | 'studies' | 'teaches'>): boolean {
  const { people, course, teachersOf } = change;
  if (people?.includes(listener.personId)) return true;
  if (teachersOf !== undefined && listener.teaches.has(teachersOf)) return true;
  return course !== undefined && (listener.studies.has(course) || listener.teaches.has(course));
}

async function connect(): Promise<void> {
  const client = new pg.Client({ connectionString: config.databaseUrl });
  client.on('notification', ({ channel, payload }) =>
    channel === LINE_CHANNEL ? deliverLine(payload ?? '') : deliver(payload ?? '')
  );
  const lost = new Promise<void>((resolve) => {
    client.on('error', () => resolve());
    client.on('end', () => resolve());
  });
  try {
    await client.connect();
    await client.query(`listen ${LIVE_CHANNEL}; listen ${LINE_CHANNEL}`);
    forgetAll();
    wait = RETRY.first;
  } catch (error) {
    log.warn({ err: error }, 'the live channel cannot reach the database');
    await client.end().catch(() => undefined);
  }
  void lost.then(reconnect);
}

/** What was announced meanwhile is unknown, so everyone reads their page anew. */
function reconnect(): void {
  setTimeout(() => {
    connection = connect().then(() => {
      lineWasLost();
      listeners.forEach((one) => one.tell(null));
    });
  }, wait).unref();
  wait = Math.min(RETRY.most, wait * 2);
}

function deliver(payload: string): void {
  const change = Announced.safeParse(payload);
  if (!change.success) return;
  const { sessionsOf } = change.data;
  if (sessionsOf !== undefined) {
    for (const listener of listeners) if (listener.personId === sessionsOf) listener.mayHaveEnded();
    return;
  }
  remember(change.data);
  for (const listener of listeners) if (concerns(change.data, listener)) listener.tell(change.data.about ?? null);
}
