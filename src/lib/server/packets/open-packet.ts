import { z } from 'zod';
import type { Action, Refusal } from '$core/packets/allowed';
import type { Custody } from '$core/packets/custody';
import type { CustodyEvent } from '$core/packets/events';
import { decide } from '$core/packets/decide';
import { fold } from '$core/packets/fold';
import { may, type Actor, type Deed, type Relation } from '$core/people/policy';
import type { Moment } from '$core/time/moment';
import { ASSIGNMENT_COLUMNS, AssignmentFacts, isShown, termsOf } from './facts';
import { clock } from '../clock';
import { execute, inTransaction, select, type Tx } from '../db/connection';
import { publish } from '../live/publish';
import { seatedOn, sittingOf } from '../offices/sitting';
import { NotHere } from '../outcome';
import { membersOf, partyOn } from '../parties/party';
import { earlierAnswer, keepAnswer } from './idempotency';
import { appendLog, readLog } from './log';
import { endSeal, type SealEnd } from './seal-record';
import { letTimePass } from './time-passes';

/** A packet under lock, in a transaction, in the hands of someone whom the policy let through. */
export interface OpenPacket {
  id: string;
  facts: AssignmentFacts;
  person: Actor;
  /** Everyone in the party. */
  members: readonly string[];
  /** Everyone who sits in an office of its stages. */
  seated: readonly string[];
  /** Whose seal or wish time acts on. */
  wisher: string;
  custody: Custody;
  /** How many events its log has. */
  readonly seq: number;
  now: Moment;
  tx: Tx;
  /**
   * Does what the core allows and writes it down, or says why not. Keeps `custody` up to date.
   *
   * @param by in whose name, where that is not the acting person
   */
  act(action: Action, by?: string): Promise<{ ok: true } | { ok: false; why: Refusal }>;
}

/** Which packet: a student's own one on an assignment, or one of a class by the student or by its id. */
export type PacketAddress =
  | { assignmentId: string; own: true }
  | { assignmentId: string; studentId: string }
  | { packetId: string };

/**
 * Opens a packet for one use-case: finds it (or lays it out), asks the policy, locks it, reads its log.
 *
 * @param deed what the person sets out to do, for the policy
 * @param key  the request's idempotency key: a repeated request gets the first one's answer and does nothing
 * @param work what to do while the packet is locked; its answer is committed with what it did
 * @param within a transaction that is under way, for what is done to several packets or to none
 * @throws NotHere when there is no such packet for this person
 */
export async function withPacket<T extends { ok: boolean }>(
  person: Actor,
  address: PacketAddress,
  deed: Deed,
  key: string | null,
  work: (packet: OpenPacket) => Promise<T>,
  within?: Tx
): Promise<T> {
  const open = async (tx: Tx) => {
    const found = await find(person, address, tx);
    if (!found || !may(person, deed, relationOf(found))) throw new NotHere('This packet');
    const packetId = found.packetId ?? (await layOut(found.assignmentId, found.partyId, tx));
    const asked = { personId: person.id, key: key === null ? null : `${packetId} ${key}` };
    // The lock comes first: what is read after it is what it protects.
    const [lastSeq, log, earlier] = await Promise.all([
      lock(packetId, tx),
      readLog(packetId, tx),
      earlierAnswer<T>(asked, tx)
    ]);
    if (earlier) return earlier;
    const row = { id: packetId, lastSeq, members: found.members, seated: found.seated };
    const packet = openLocked(person, row, found, log, tx);
    await letTimePass(packet);
    const answer = await work(packet);
    await keepAnswer(asked, answer, tx);
    return answer;
  };
  return within ? open(within) : inTransaction(open);
}

/**
 * Opens a packet because a moment has passed: nobody acts, so no policy is asked. What happens is written under the name
 * of the student, whose wish or seal it follows.
 *
 * @returns whether anything happened
 */
export async function passTime(packetId: string): Promise<boolean> {
  return inTransaction(async (tx) => {
    const [lastSeq, log, [found]] = await Promise.all([
      lock(packetId, tx),
      readLog(packetId, tx),
      select(Found, BY_PACKET, [packetId, null], tx)
    ]);
    const wished = wisher(log) ?? found?.members[0];
    if (!found || wished === undefined) return false;
    const row = { id: packetId, lastSeq, members: found.members, seated: found.seated };
    return letTimePass(openLocked({ id: wished, schoolRoles: [] }, row, found, log, tx));
  });
}

/** Whose wish or seal is still open: of a party of several, the one who took back or sealed. */
function wisher(log: readonly CustodyEvent[]): string | undefined {
  return log.findLast(({ type }) => type === 'sealed' || type === 'taken-back')?.by;
}

function openLocked(
  person: Actor,
  row: { id: string; lastSeq: number; members: string[]; seated: string[] },
  facts: AssignmentFacts,
  log: CustodyEvent[],
  tx: Tx
): OpenPacket {
  const packet: OpenPacket = {
    id: row.id,
    facts,
    person,
    custody: fold(termsOf(facts), log),
    get seq() {
      return row.lastSeq;
    },
    members: row.members,
    seated: row.seated,
    wisher: wisher(log) ?? person.id,
    now: clock.now(),
    tx,
    async act(action, by = person.id) {
      const before = packet.custody;
      const decision = decide(before, action, packet.now, by);
      if (!decision.ok) return decision;
      // Nothing happened that anybody could hear of.
      if (decision.events.length === 0) return { ok: true };
      await Promise.all([
        appendLog({ ...row, zone: facts.zone }, decision.events, before, decision.custody, tx),
        publish({ what: 'custody', packet, events: decision.events.map(({ type }) => type) }, tx)
      ]);
      row.lastSeq += decision.events.length;
      if (before.seal !== null && decision.custody.seal === null)
        await endSeal(packet, SEAL_ENDS[action.do] ?? 'dropped');
      packet.custody = decision.custody;
      return { ok: true };
    }
  };
  return packet;
}

/** How an action ends a seal; any other that does makes it void. */
const SEAL_ENDS: Partial<Record<Action['do'], SealEnd>> = {
  'complete-seal': 'complete',
  'break-seal': 'broken',
  'let-seal-run-out': 'ran-out'
};

const Found = AssignmentFacts.extend({
  courseRole: z.enum(['student', 'teacher']).nullable(),
  partyId: z.string(),
  packetId: z.string().nullable(),
  /** Everyone in the party. */
  members: z.array(z.string()),
  seated: z.array(z.string()),
  office: z.enum(['now', 'track']).nullable(),
  own: z.boolean()
});

function relationOf(found: z.infer<typeof Found>): Relation {
  return {
    courseRole: found.courseRole,
    ownsPacket: found.own,
    published: isShown(found, clock.now()),
    followsDrafts: found.followsDrafts,
    office: found.office
  };
}

async function find(person: Actor, address: PacketAddress, tx: Tx): Promise<z.infer<typeof Found> | undefined> {
  if ('packetId' in address) {
    const rows = await select(Found, BY_PACKET, [address.packetId, person.id], tx);
    return rows[0];
  }
  const student = 'own' in address ? person.id : address.studentId;
  const rows = await select(Found, BY_STUDENT, [address.assignmentId, person.id, student], tx);
  return rows[0];
}

const COLUMNS = `${ASSIGNMENT_COLUMNS}, me.role as "courseRole", p.id as "packetId", ${seatedOn('a')} as seated,
  ${sittingOf('p', 'a', '$2')} as office`;
const MY_ROLE = 'left join enrolments me on me.course_id = a.course_id and me.person_id = $2 and me.left_at is null';

const BY_PACKET = `
  select ${COLUMNS}, p.party_id as "partyId",
    ${membersOf('p.party_id')} as members,
    exists (select 1 from party_members m where m.party_id = p.party_id and m.person_id = $2) as own
  from packets p join assignments a on a.id = p.assignment_id join courses c on c.id = a.course_id ${MY_ROLE}
  where p.id = $1`;

// The student must be in the course as one: a packet is laid out for nobody else.
const BY_STUDENT = `
  select ${COLUMNS}, w.party as "partyId", ${membersOf('w.party')} as members,
    exists (select 1 from party_members m where m.party_id = w.party and m.person_id = $2) as own
  from assignments a join courses c on c.id = a.course_id ${MY_ROLE}
  join enrolments st on st.course_id = a.course_id and st.person_id = $3 and st.left_at is null and st.role = 'student'
  cross join lateral (select ${partyOn('st.person_id', 'a.id')} as party) w
  left join packets p on p.assignment_id = a.id and p.party_id = w.party
  where a.id = $1`;

/** Two first requests at once lay out one packet: the unique key decides, and both read the winner. */
async function layOut(assignmentId: string, partyId: string, tx: Tx): Promise<string> {
  const bind = [assignmentId, partyId];
  const [, [row]] = await Promise.all([execute(LAY_OUT, bind, tx), select(LaidOut, LAID_OUT, bind, tx)]);
  if (!row) throw new Error('A packet that was just laid out is missing.');
  return row.id;
}
const LaidOut = z.object({ id: z.string() });
const LAY_OUT =
  'insert into packets (id, assignment_id, party_id) values (gen_random_uuid(), $1, $2) on conflict do nothing';
const LAID_OUT = 'select id from packets where assignment_id = $1 and party_id = $2';

async function lock(packetId: string, tx: Tx): Promise<number> {
  const [row] = await select(Locked, LOCK, [packetId], tx);
  if (!row) throw new NotHere('This packet');
  return row.lastSeq;
}
const Locked = z.object({ lastSeq: z.number() });
const LOCK = 'select last_seq as "lastSeq" from packets where id = $1 for update';
