import { z } from 'zod';
import type { Actor } from '$core/people/policy';
import { select } from '../db/connection';
import { listen } from './hub';

/** A comment line every so often keeps proxies from taking a quiet stream for a dead one. */
const HEARTBEAT = 20_000;
/** After this the stream ends and the browser comes back, with whatever session it has by then. */
const LASTS = 15 * 60_000;

/**
 * The changes that concern a person, as server-sent events (HTML Living Standard, 9.2). Each event only says that
 * something has changed.
 */
export async function liveStream(person: Actor): Promise<ReadableStream<Uint8Array>> {
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
      const forget = await listen({
        personId: person.id,
        studies: of('student'),
        teaches: of('teacher'),
        tell: () => send('event: changed\ndata: \n\n')
      });
      if (gone) return void forget();
      // Only now: whoever comes back reads their page anew on this, and whatever happens later is heard.
      send('retry: 2000\nevent: ready\ndata: \n\n');
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
