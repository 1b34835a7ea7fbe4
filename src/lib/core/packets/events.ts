import { z } from 'zod';
import { SETTLED_BY } from '../judging/ways';
import type { Moment } from '../time/moment';

const round = z.number().int().min(1);
const moment = z.number().int();

/** A stage as a log names it: `office` is null where the course's teachers have it. */
const StageThen = z.object({ id: z.string(), title: z.string(), office: z.string().nullable() });

/**
 * Everything that can happen to a packet, as it is written in the log. Nothing in the log is ever changed or removed;
 * where a person changes their mind, a later event says so.
 */
export const CustodyDeed = z.discriminatedUnion('type', [
  /** The student looked at the assignment for the first time. */
  z.object({ type: z.literal('opened') }),
  z.object({ type: z.literal('piece-added'), piece: z.string() }),
  z.object({ type: z.literal('piece-removed'), piece: z.string() }),
  /**
   * `pieces`: how many went into the round; none where it was declared finished without any. `from`: the moment of the
   * seal from which it counts, where there was one.
   */
  z.object({
    type: z.literal('submitted'),
    round,
    pieces: z.number().int().min(0),
    from: moment.optional()
  }),
  /** The student sealed what the next round will be; its last bytes may arrive until then. */
  z.object({ type: z.literal('sealed'), until: moment }),
  /** The student broke the seal, to change something. */
  z.object({ type: z.literal('seal-broken') }),
  /** Not all had arrived in time: nothing was submitted. */
  z.object({ type: z.literal('seal-ran-out') }),
  /**
   * `restores`: the earlier round that stands again, or null where the teacher has nothing from now on. `ifDue`: it
   * stands again itself, if the due moment passes first.
   */
  z.object({
    type: z.literal('taken-back'),
    round,
    restores: round.nullable(),
    ifDue: z.literal(true).optional()
  }),
  /** The due moment passed, and the student had asked for this. */
  z.object({ type: z.literal('stood-again'), round }),
  /** The student says which round should count. One that was replaced stands again. */
  z.object({ type: z.literal('nominated'), round }),
  /** The student cannot take the round back themselves any more, and asks for it. */
  z.object({ type: z.literal('hand-back-asked'), round, reason: z.string() }),
  z.object({ type: z.literal('hand-back-declined'), round }),
  /** `grants`: 1 where no round would be left otherwise. */
  z.object({ type: z.literal('handed-back'), round, grants: z.union([z.literal(0), z.literal(1)]) }),
  /** The student began the next round while this one keeps standing. */
  z.object({ type: z.literal('revised'), round }),
  /** The student gave the revision up; the packet holds the standing round's pieces again. */
  z.object({ type: z.literal('revision-dropped'), round, pieces: z.number().int().min(1) }),
  /** The teacher looked into the round. From then on, taking it back no longer frees its place in the allowance. */
  z.object({ type: z.literal('round-opened'), round }),
  /** The teacher noted first points or a remark: marking has begun. */
  z.object({ type: z.literal('marked'), round }),
  /**
   * `grants`: 1 where the teacher asks for a round beyond the allowance and thereby gives it. `as`: what it is settled
   * by, where that is not a result.
   */
  z.object({
    type: z.literal('returned'),
    round,
    outcome: z.enum(['settled', 'another-round']),
    grants: z.union([z.literal(0), z.literal(1)]),
    as: z.enum(SETTLED_BY).optional()
  }),
  z.object({ type: z.literal('looked-at'), round }),
  /**
   * Whoever had it passed it to another stage, or past the last one (`to` is null). `round`: the one that stood; null where it is
   * called back while the student has it. `goes`: who has it from then on. Names are as they were then.
   */
  z.object({
    type: z.literal('stage-moved'),
    round: round.nullable(),
    from: StageThen,
    to: StageThen.nullable(),
    back: z.boolean(),
    goes: z.enum(['student', 'office', 'rest']),
    grants: z.union([z.literal(0), z.literal(1)]),
    remark: z.string()
  }),
  /** The teacher took the return back at once, before anything was done about it. */
  z.object({ type: z.literal('return-undone'), round }),
  z.object({ type: z.literal('declared-done'), note: z.string().optional() }),
  z.object({ type: z.literal('declaration-withdrawn') }),
  z.object({ type: z.literal('excused') }),
  z.object({ type: z.literal('excuse-lifted') }),
  z.object({ type: z.literal('received-in-person') }),
  z.object({ type: z.literal('in-person-undone') }),
  /** Something was handed over in person, and something is missing: it is the student's again, or still. */
  z.object({ type: z.literal('in-person-incomplete') }),
  /** The student says that they handed it over in person. It waits for the teacher's word. */
  z.object({ type: z.literal('in-person-claimed'), note: z.string() }),
  z.object({ type: z.literal('in-person-claim-withdrawn') }),
  z.object({ type: z.literal('in-person-claim-declined') }),
  /** New moments for this packet alone; a field left out stays as it was. */
  z.object({ type: z.literal('extended'), due: moment.nullable().optional(), closes: moment.nullable().optional() })
]);

export type CustodyDeed = z.infer<typeof CustodyDeed>;
export type CustodyEventType = CustodyDeed['type'];

/** Every type of event that the log may hold. */
export const CUSTODY_EVENT_TYPES = CustodyDeed.options.map(({ shape }) => shape.type.value);

/** A deed with its moment (the server's clock) and the person who did it. */
export type CustodyEvent = CustodyDeed & { at: Moment; by: string };
