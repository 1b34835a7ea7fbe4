import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { concerns, listen, listening } from './hub';
import { hasMissed, mark } from './recent-changes';

/** A comment line every so often keeps proxies from taking a quiet stream for a dead one. */
const HEARTBEAT = 20_000;
/** After this the stream ends and the browser comes back, with whatever session it has by then. */
const LASTS = 15 * 60_000;
/** Streams of one person at a time: one for each browser that they use, and some that have not noticed that they are gone. */
const MOST = 24;

/**
 * The changes that concern a person, as server-sent events (HTML Living Standard, 9.2). Each event only says that
 * something has changed and which topics it touches; its id is where this process stands.
 *
 * @param since where the process stood when the page was drawn, or at the last event that the browser got: what has
 *   changed since is told at once
 * @param signedIn whether the session that listens still stands: the stream ends with it
 * @returns null where this person has as many streams open as anybody may
 */
export async function liveStream(
  person: Actor,
  signedIn: () => Promise<boolean>,
  since: string | null
): Promise<ReadableStream<Uint8Array> | null> {
  if (listening(person.id) >= MOST) return null;
  const courses = await select(
    z.object({ id: z.string(), role: z.enum(['student', 'teacher']) }),
    'select course_id as id, role from enrolments where person_id = $1 and left_at is null',
    [person.id]
  );
  const of = (role: string) => new Set(courses.filter((course) => course.role === role).map((course) => course.id));
  let stop: () => void = () => undefined;
  return new ReadableStream({
    async start(controller) {
      const text = new TextEncoder();
      const send = (line: string) => controller.enqueue(text.encode(line));
      let gone = false;
      stop = () => (gone = true);
      const who = { personId: person.id, studies: of('student'), teaches: of('teacher') };
      const tell = (about: readonly string[] | null) =>
        send(`id: ${mark()}\nevent: changed\ndata: ${about === null ? '' : JSON.stringify(about)}\n\n`);
      const close = () => {
        stop();
        controller.close();
      };
      // Where the database cannot say, the stream ends too: the browser comes back with whatever session it has.
      const mayHaveEnded = () =>
        void signedIn()
          .catch(() => false)
          .then((still) => {
            if (!still && !gone) close();
          });
      const forget = await listen({ ...who, tell, mayHaveEnded });
      if (gone) return void forget();
      send(`id: ${mark()}\nretry: 2000\nevent: ready\ndata: \n\n`);
      if (hasMissed(since, (change) => concerns(change, who))) tell(null);
      const beat = setInterval(() => send(': still here\n\n'), HEARTBEAT);
      const end = setTimeout(close, LASTS);
      stop = () => {
        gone = true;
        forget();
        clearInterval(beat);
        clearTimeout(end);
      };
    },
    cancel: () => stop()
  });
}
