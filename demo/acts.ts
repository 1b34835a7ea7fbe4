import { z } from 'zod';
import type { Actor } from '../src/lib/core/people/policy';
import type { Moment } from '../src/lib/core/time/moment';
import { noteResultSeen } from '../src/lib/server/assignments/own-progress';
import { select } from '../src/lib/server/db/connection';
import { excuse, extend, receiveInPerson } from '../src/lib/server/marking/class-actions';
import { moveStage } from '../src/lib/server/marking/move-stage';
import { lookAndSettle, returnRound } from '../src/lib/server/marking/return-round';
import { declareDone, revise, takeBack } from '../src/lib/server/rounds/change';
import { submitPacket } from '../src/lib/server/rounds/submit';
import { grantInOrder } from './offices';
import type { DemoStep } from './read-world';
import { stageId, type Ids } from './set-assignment';

/** Who does something in a story, on what. */
export interface Cast {
  ids: Ids;
  student: Actor;
  teacher: Actor;
}

let keys = 0;
export const key = () => `demo-${++keys}-${Math.floor(keys / 7)}`;
export const assignmentId = (ids: Ids) => ids.assignment ?? '';

/** Does what a step of a story says, through the use-case behind it. */
export function act(step: DemoStep, cast: Cast & { at: (text: string) => Moment }): Promise<unknown> {
  if (step.do === undefined) throw new Error('A story needs something to do.');
  return ACTS[step.do](step, cast);
}

type Act = (step: DemoStep, cast: Cast & { at: (text: string) => Moment }) => Promise<unknown>;

const own = ({ ids }: Cast) => ({ assignmentId: assignmentId(ids) });
const who = (cast: Cast) => ({ ...own(cast), studentId: cast.student.id });
const noted = async (step: DemoStep, cast: Cast) => ({
  ...(await standing(who(cast))),
  points: step.points ?? null,
  remark: step.remark,
  key: key()
});

const ACTS: Record<NonNullable<DemoStep['do']>, Act> = {
  submit: (step, cast) => submitPacket(cast.student, { ...own(cast), key: key(), note: step.note }),
  'take-back': (_, cast) => takeBack(cast.student, { ...own(cast), restores: null, key: key() }),
  revise: (_, cast) => revise(cast.student, own(cast)),
  declare: (_, cast) => declareDone(cast.student, own(cast)),
  see: (_, cast) => noteResultSeen(cast.student, own(cast).assignmentId),
  excuse: (_, cast) => excuse(cast.teacher, who(cast)),
  'in-person': ({ points = null, remark }, cast) => receiveInPerson(cast.teacher, who(cast), { points, remark }),
  extend: ({ due }, cast) => extend(cast.teacher, { ...who(cast), due: due === undefined ? undefined : cast.at(due) }),
  look: async (step, cast) => lookAndSettle(cast.teacher, await noted(step, cast)),
  settle: async (step, cast) =>
    returnRound(cast.teacher, {
      ...(await noted(step, cast)),
      rows: cast.ids.criteria?.flatMap((row, i) => rowAt(row.levels[step.levels?.[i] ?? -1]?.id)),
      outcome: 'settled'
    }),
  again: async (step, cast) =>
    returnRound(cast.teacher, {
      ...(await noted(step, cast)),
      outcome: 'another-round',
      due: step.due === undefined ? undefined : cast.at(step.due)
    }),
  move: async (step, cast) =>
    moveStage(cast.teacher, {
      ...(await noted(step, cast)),
      to: step.to === undefined ? null : stageId(step.to)
    }),
  grant: async (step, cast) => grantInOrder(cast.teacher, await standing(who(cast)), step.grants ?? [], key())
};

export const rowAt = (level: string | undefined) => (level === undefined ? [] : [{ level, points: null }]);

/** The round that stands with the teacher. */
export async function standing(who: {
  assignmentId: string;
  studentId: string;
}): Promise<{ packetId: string; round: number }> {
  const [row] = await select(
    z.object({ packetId: z.string(), round: z.number() }),
    `select p.id as "packetId", p.standing_round as round from packets p
     join party_members m on m.party_id = p.party_id where p.assignment_id = $1 and m.person_id = $2`,
    [who.assignmentId, who.studentId]
  );
  if (!row) throw new Error('The story goes on where nothing was submitted.');
  return row;
}
