import { z } from 'zod';
import { runChecks } from '$core/checks/run-checks';
import type { FilePiece } from '$core/pieces/piece';
import { namedFor, readDeliverables } from '../assignments/deliverables';
import { otherTitles, readMustDo } from '../assignments/guidance';
import { select } from '../db/connection';
import { declaredSite } from '../links/own-site';
import type { OpenPacket } from '../packets/open-packet';
import { readPieces } from '../packets/read-packet';
import type { ComingPiece } from '../packets/seal-record';

/**
 * Whether a check that the teacher made strict keeps the packet from being submitted. Under the packet's lock, with the
 * same checks that the student's page runs.
 *
 * @param coming what is sealed and still under way: it counts as being there, and cannot be looked into yet
 */
export async function stoppedByCheck(packet: OpenPacket, coming: readonly ComingPiece[] = []): Promise<boolean> {
  const { facts, tx, person } = packet;
  if (facts.strict.length === 0) return false;
  const [student] = await select(Student, STUDENT, [person.id, facts.assignmentId, new Date(packet.now)], tx);
  const by = { name: student?.name ?? '', sortName: student?.sortName ?? '', assignment: facts.title };
  const found = runChecks({
    custody: packet.custody,
    deliverables: namedFor(await readDeliverables(facts.assignmentId, tx), { ...by, course: facts.courseTitle }),
    pieces: [...(await readPieces(packet.id, tx)), ...coming.map(asPiece)],
    mustDo: await readMustDo(person, facts.assignmentId, tx),
    ownSite: await declaredSite(person, tx),
    coming: [],
    comingSeconds: null,
    title: facts.title,
    others: student?.others ?? [],
    strict: facts.strict,
    submitBy: null,
    courseZone: facts.zone,
    now: packet.now
  });
  return found.some(({ stops }) => stops);
}

const Student = z.object({ name: z.string(), sortName: z.string(), others: z.array(z.string()) });
const STUDENT = `
  select s.name, s.sort_name as "sortName", ${otherTitles('s.id', '$2', '$3')} as others
  from people s where s.id = $1`;

function asPiece({ deliverableId, name, size, sha256 }: ComingPiece): FilePiece {
  const unknown = {
    facts: null,
    spotLeftOut: false,
    captioned: false,
    cameBack: false,
    evidenceFor: null,
    newer: null,
    links: null,
    reading: null,
    madeFrom: null,
    uncompared: false,
    same: null
  };
  return { kind: 'file', id: sha256, deliverableId, name, note: '', size, mediaType: '', ...unknown };
}
