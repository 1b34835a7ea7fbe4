import { z } from 'zod';
import { holding, type CustodySummary, type Holding } from '$core/packets/custody';
import type { Moment } from '$core/time/moment';
import { ms } from '../db/connection';

/** What lists read of a packet `p` that may not be laid out yet, with what its reader got apart from the others as `mr`. Parsed by `ProjectionRow`, read by `holdingOf`. */
export const PROJECTION_COLUMNS = `
  p.phase, p.pieces, p.settled_by as "settledBy", p.excused, p.in_person as "inPerson", p.last_move as "lastMove",
  ${ms('p.seal_until')} as "sealUntil", ${ms('p.since_at')} as since, coalesce(mr.points, p.given)::float8 as given, p.kept::float8 as kept,
  p.stage_place as at`;

/** A result, or the wish for another round, that the reader has not looked at: what they have seen is `seen`. */
export const UNREAD = `coalesce((p.phase = 'another-round' or (p.phase = 'settled' and p.settled_by <> 'declared'))
  and (seen.at is null or seen.at < p.since_at), false)`;

/** Nothing is to be done about it any more: settled, excused or accepted in person. */
export const RESTED = "coalesce(p.phase = 'settled' or p.excused or p.in_person, false)";

/** The teacher has a round of it. @param packet its alias */
export const withTeacher = (packet: string) =>
  `${packet}.standing_round is not null and not ${packet}.excused and not ${packet}.in_person`;

export const ProjectionRow = z.object({
  phase: z.custom<CustodySummary['phase']>().nullable(),
  pieces: z.number().nullable(),
  settledBy: z.custom<CustodySummary['settledBy']>(),
  excused: z.boolean().nullable(),
  inPerson: z.boolean().nullable(),
  lastMove: z.custom<CustodySummary['lastMove']>(),
  sealUntil: z.number().nullable(),
  since: z.number().nullable(),
  given: z.number().nullable(),
  kept: z.number().nullable(),
  at: z.custom<CustodySummary['at']>()
});
export type ProjectionRow = z.infer<typeof ProjectionRow>;

/** Who holds a packet, by its projection. One that is not laid out yet reads as untouched. */
export function holdingOf(row: ProjectionRow, terms: CustodySummary['terms'], now: Moment): Holding {
  const summary: CustodySummary = {
    phase: row.phase ?? 'making',
    pieces: row.pieces ?? 0,
    excused: row.excused ?? false,
    inPerson: row.inPerson ?? false,
    settledBy: row.settledBy,
    lastMove: row.lastMove,
    at: row.at,
    seal: row.sealUntil === null ? null : { until: row.sealUntil },
    terms
  };
  return holding(summary, now);
}
