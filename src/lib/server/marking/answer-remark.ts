import { cut } from '$core/cut';
import { z } from 'zod';
import type { MarkRefusal } from '$core/marking/words';
import { MOST_ANSWERS } from '$core/remarks/bounds';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { execute, select } from '../db/connection';
import { publish } from '../live/publish';
import { NotHere, type Outcome } from '../outcome';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';

export interface Answer {
  remarkId: string;
  body: string;
  /** A repeated request says nothing twice. */
  key: string;
}
type Answered = Promise<Outcome<object, Refusal | MarkRefusal>>;

/** The student answers a remark on their work. @throws NotHere where they see no such one */
export function answerAsStudent(person: Actor, answer: Answer & { assignmentId: string }): Answered {
  const { assignmentId, key } = answer;
  return withPacket(person, { assignmentId, own: true }, 'work-on-own-packet', `answer ${key}`, (packet) =>
    answerIn(packet, answer, 'student')
  );
}

/** A teacher answers under a remark that was returned. @throws NotHere where there is no such one */
export function answerAsTeacher(person: Actor, answer: Answer & { packetId: string }): Answered {
  const { packetId, key } = answer;
  return withPacket(person, { packetId }, 'mark-round', `answer ${key}`, (packet) =>
    answerIn(packet, answer, 'teacher')
  );
}

async function answerIn(packet: OpenPacket, { remarkId, body }: Answer, side: 'student' | 'teacher'): Answered {
  const { id, tx, person, now } = packet;
  const [remark] = await select(Remark, REMARK, [remarkId, id], tx);
  if (!remark) throw new NotHere('This remark');
  if (remark.answers >= MOST_ANSWERS) return { ok: false, why: 'too-many-answers' };
  await execute(SAY, [remarkId, person.id, new Date(now), body], tx);
  await tellAbout(packet, { what: 'remark-answered', by: side, says: cut(body, 120) });
  await publish({ what: 'remarked', packet }, tx);
  return { ok: true };
}

const Remark = z.object({ answers: z.number() });
const REMARK = `
  select (select count(*)::int from remark_answers s where s.remark_id = k.id) as answers
  from remarks k where k.id = $1 and k.packet_id = $2 and k.returned_at is not null`;
const SAY = 'insert into remark_answers (remark_id, by_person, at, body) values ($1, $2, $3, $4)';
