import { z } from 'zod';
import { UNDO_WITHIN } from '$core/packets/allowed';
import type { MarkRefusal } from '$core/marking/words';
import type { Refusal } from '$core/packets/allowed';
import type { Actor } from '$core/people/policy';
import { audit } from '../db/audit';
import { execute, ms, select } from '../db/connection';
import { clock } from '../clock';
import { publish } from '../live/publish';
import type { Outcome } from '../outcome';
import { sittingOf } from '../offices/sitting';
import { MARKED_NAME } from '../parties/party';
import { projectLatest } from '../packets/log';
import { withPacket } from '../packets/open-packet';
import { projectUsualWait } from './usual-wait';

/**
 * Takes back what was just returned: the round stands with the teacher again, with all that they had written, and the student hears no
 * more of it. New moments that came with it stay, and so does what was filled into the student's copy.
 */
export async function undoReturn(person: Actor, packetId: string): Promise<Outcome<object, Refusal | MarkRefusal>> {
  return withPacket(person, { packetId }, 'mark-round', null, async (packet) => {
    const last = packet.custody.undo;
    const verdict = await packet.act({ do: 'undo-return' });
    if (!verdict.ok || last === null) return verdict;
    const { id, tx, members, facts } = packet;
    const at = new Date(last.at);
    for (const undo of UNDO) await execute(undo, [id, last.round, at], tx);
    await execute(FORGET, [id, at], tx);
    await projectLatest(id, tx);
    await projectUsualWait(facts.courseId, tx);
    await publish({ what: 'tidings', people: members }, tx);
    await audit(person.id, 'undo-return', id, { round: last.round }, tx);
    return verdict;
  });
}

/** What was returned a moment ago and can still be taken back, for this teacher; null where there is none. One query. */
export async function readReturned(
  person: Actor,
  packetId: string
): Promise<{ packetId: string; student: string; until: number } | null> {
  const [row] = await select(Returned, RETURNED, [packetId, person.id, new Date(clock.now() - UNDO_WITHIN)]);
  return row ? { packetId, student: row.student, until: row.at + UNDO_WITHIN } : null;
}

const Returned = z.object({ student: z.string(), at: z.number() });
const RETURNED = `
  select ${MARKED_NAME} as student, ${ms('v.at')} as at
  from packets p join assignments a on a.id = p.assignment_id
  left join enrolments e on e.course_id = a.course_id and e.person_id = $2 and e.role = 'teacher' and e.left_at is null
  join custody_events v on v.packet_id = p.id and v.seq = p.last_seq and v.type in ('returned', 'looked-at', 'stage-moved')
  where p.id = $1 and v.at >= $3 and (e.person_id is not null or ${sittingOf('p', 'a', '$2')} is not null)
    and v.data ->> 'goes' is distinct from 'office' and (v.type <> 'stage-moved' or v.data ->> 'round' is not null)`;
const UNDO = [
  'update marks set returned_at = null, outcome = null where packet_id = $1 and round_no = $2 and returned_at = $3',
  'update remarks set returned_at = null where packet_id = $1 and round_no = $2 and returned_at = $3 and reading_id is null',
  `update round_pieces set returned_sha256 = null where packet_id = $1 and round_no = $2 and $3::timestamptz is not null`
];
const FORGET =
  "delete from tidings where kind in ('returned', 'stage') and about like kind || ' ' || $1 || ' %' and at = $2";
