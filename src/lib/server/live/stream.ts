import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { concerns, listen } from './hub';
import { hasMissed, mark } from './lately';

/** A comment line every so often keeps proxies from taking a quiet stream for a dead one. */
const HEARTBEAT = 20_000;
/** After this the stream ends and the browser comes back, with whatever session it has by then. */
const LASTS = 15 * 60_000;

/**
 * The changes that concern a person, as server-sent events (HTML Living Standard, 9.2). Each event only says that
 * something has changed; its id is where this process stands.
 *
 * @param since where the process stood when the page was drawn, or at the last event that the browser got: what has
 *   changed since is told at once
 */
export async function liveStream(person: Actor, since: string | null): Promise<ReadableStream<Uint8Array>> {
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
      const tell = () => send(`id: ${mark()}\nevent: changed\ndata: \n\n`);
      const forget = await listen({ ...who, tell });
      if (gone) return void forget();
      send(`id: ${mark()}\nretry: 2000\nevent: ready\ndata: \n\n`);
      if (hasMissed(since, (change) => concerns(change, who))) tell();
      const beat = setInterval(() => send(': still here\n\n'), HEARTBEAT);
      const end = setTimeout(() => {
        stop();
        controller.close();
      }, LASTS);
      stop = () => {
        forget();
        clearInterval(beat);
        clearTimeout(end);
      };
    },
    cancel: () => stop()
  });
}
