import { z } from 'zod';
import type { Action, Refusal } from '$core/packets/allowed';
import type { MarkRefusal } from '$core/marking/words';
import type { SaidRefusal } from '$core/threads/rules';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute } from '../db/connection';
import { Mark } from '../db/models/packets';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { projectLatest } from '../packets/log';
import { withPacket, type OpenPacket } from '../packets/open-packet';
import { tellAbout } from '../packets/packet-news';

type OneStudent = { assignmentId: string; studentId: string };

/** Frees one student from an assignment: nothing is asked any more. What was submitted stays. */
export async function excuse(person: Actor, who: OneStudent): Promise<Outcome<object, Refusal>> {
  return classAction(person, who, { do: 'excuse' }, (packet) => tellAbout(packet, { what: 'excused' }));
}

export async function liftExcuse(person: Actor, who: OneStudent): Promise<Outcome<object, Refusal>> {
  return classAction(person, who, { do: 'lift-excuse' });
}

/** Moves the due and closing moments for one student; what is left out stays as it was. */
export async function extend(
  person: Actor,
  input: OneStudent & { due?: number | null; closes?: number | null }
): Promise<Outcome<object, Refusal>> {
  const { due, closes, ...who } = input;
  return classAction(person, who, { do: 'extend', due, closes }, (packet) =>
    tellAbout(packet, { what: 'extended', due: packet.custody.terms.due })
  );
}

/** Gives one student more time for questions that have a limit. 0 takes it away. @param input `minutes`: besides what everybody has */
export async function giveExtraTime(
  person: Actor,
  { minutes, ...who }: OneStudent & { minutes: number }
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, who, 'excuse-or-extend', null, async (packet) => {
    await execute('update packets set extra_minutes = $2 where id = $1', [packet.id, minutes], packet.tx);
    await audit(person.id, 'give-extra-time', packet.id, { minutes }, packet.tx);
    await publish({ what: 'extra-time', packet }, packet.tx);
    return { ok: true };
  });
}

/** What became of several students at once: for whom it was not done, and why. */
export interface Several {
  done: number;
  refused: Array<{ studentId: string; why: Refusal | MarkRefusal | SaidRefusal }>;
}

/** New moments for several students. */
export function extendSeveral(
  person: Actor,
  { studentIds, ...moments }: { assignmentId: string; studentIds: string[]; due?: number; closes?: number }
): Promise<Several> {
  return forEach(studentIds, (studentId) => extend(person, { ...moments, studentId }));
}

/** Frees several students from an assignment. */
export function excuseSeveral(
  person: Actor,
  { studentIds, assignmentId }: { assignmentId: string; studentIds: string[] }
): Promise<Several> {
  return forEach(studentIds, (studentId) => excuse(person, { assignmentId, studentId }));
}

/** Each packet is its own transaction: where something cannot be done for one, it still is for the others. */
export async function forEach(
  studentIds: readonly string[],
  one: (studentId: string) => Promise<Outcome<object, Refusal | MarkRefusal | SaidRefusal>>
): Promise<Several> {
  const refused: Several['refused'] = [];
  for (const studentId of studentIds) {
    const answer = await one(studentId);
    if (!answer.ok) refused.push({ studentId, why: answer.why });
  }
  return { done: studentIds.length - refused.length, refused };
}

export const InPerson = z.object({
  points: z.number().min(0).nullable().default(null),
  remark: z.string().trim().max(20_000).default('')
});

/** Records work that was handed over outside Vendro, with points where it has them. That settles it. */
export async function receiveInPerson(
  person: Actor,
  who: OneStudent,
  given: z.input<typeof InPerson>
): Promise<Outcome<object, Refusal | 'points-too-high'>> {
  const { points, remark } = InPerson.parse(given);
  return withPacket(person, who, 'excuse-or-extend', null, async (packet) => {
    if (points !== null && points > (packet.facts.points ?? 0)) return { ok: false, why: 'points-too-high' };
    const verdict = await packet.act({ do: 'receive-in-person' });
    if (!verdict.ok) return verdict;
    await noteInPerson(packet, { points, remark, outcome: 'settled' });
    await projectLatest(packet.id, packet.tx);
    await tellAbout(packet, { what: 'claim-accepted' });
    await audit(person.id, 'receive-in-person', packet.id, {}, packet.tx);
    return verdict;
  });
}

/** Takes a recorded in-person receipt back, for one that was noted by mistake. */
export async function undoInPerson(person: Actor, who: OneStudent): Promise<Outcome<object, Refusal>> {
  return withPacket(person, who, 'excuse-or-extend', null, async (packet) => {
    const verdict = await packet.act({ do: 'undo-in-person' });
    if (!verdict.ok) return verdict;
    await Mark.destroy({ where: { packetId: packet.id, roundNo: null }, transaction: packet.tx });
    await projectLatest(packet.id, packet.tx);
    await audit(person.id, 'undo-in-person', packet.id, {}, packet.tx);
    return verdict;
  });
}

/** Says that nothing was handed over in person, although the student says so. */
export async function declineClaim(person: Actor, who: OneStudent): Promise<Outcome<object, Refusal>> {
  return classAction(person, who, { do: 'decline-claim' }, (packet) => tellAbout(packet, { what: 'claim-declined' }));
}

async function classAction(
  person: Actor,
  who: OneStudent,
  action: Action,
  then?: (packet: OpenPacket) => Promise<void>
): Promise<Outcome<object, Refusal>> {
  return withPacket(person, who, 'excuse-or-extend', null, async (packet) => {
    const verdict = await packet.act(action);
    if (!verdict.ok) return verdict;
    await audit(person.id, action.do, packet.id, { ...action }, packet.tx);
    await then?.(packet);
    return verdict;
  });
}

/** Records that something is missing of what was handed over in person: it is the student's again, with the reason. */
export async function findIncomplete(
  person: Actor,
  { remark, ...who }: OneStudent & { remark: string }
): Promise<Outcome<object, Refusal | 'says-nothing'>> {
  return withPacket(person, who, 'excuse-or-extend', null, async (packet) => {
    if (remark.trim() === '') return { ok: false, why: 'says-nothing' };
    const verdict = await packet.act({ do: 'find-incomplete' });
    if (!verdict.ok) return verdict;
    await noteInPerson(packet, { points: null, remark: remark.trim(), outcome: 'another-round' });
    await tellAbout(packet, { what: 'claim-incomplete' });
    await audit(person.id, 'find-incomplete', packet.id, {}, packet.tx);
    return verdict;
  });
}

/** What a teacher said to something that was handed over in person: of no round. */
async function noteInPerson(
  { id, now, tx, person }: OpenPacket,
  said: { points: number | null; remark: string; outcome: 'settled' | 'another-round' }
): Promise<void> {
  const at = new Date(now);
  const points = said.points === null ? null : String(said.points);
  const row = { ...said, points, packetId: id, roundNo: null, byPerson: person.id, changedAt: at, returnedAt: at };
  await Mark.create(row, { transaction: tx });
}
