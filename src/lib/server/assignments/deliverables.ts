import { z } from 'zod';
import { wantedName, type NamedBy } from '$core/pieces/wants';
import { Wants } from '$core/pieces/wanted';
import type { DeliverableView } from '$core/packets/views';
import { select, type Tx } from '../db/connection';

/** What an assignment asks for, in its order. */
export function readDeliverables(assignmentId: string, tx: Tx): Promise<DeliverableView[]> {
  return select(DeliverableRow, deliverablesOf('$1'), [assignmentId], tx);
}

/** What is asked, with the names that one student's own pieces should have. */
export function namedFor(places: readonly DeliverableView[], by: Omit<NamedBy, 'deliverable'>): DeliverableView[] {
  return places.map((place) => {
    const { naming } = place.wants;
    return {
      ...place,
      named: naming === undefined ? null : wantedName(naming, { ...by, deliverable: place.title })
    };
  });
}

export const DeliverableRow = z.object({
  id: z.string(),
  title: z.string(),
  ask: z.string(),
  optional: z.boolean(),
  wants: Wants,
  starter: z.boolean(),
  questions: z.number(),
  minutes: z.number().nullable()
});

/** The query of it. @param assignment the SQL of the assignment's id @param more that of the minutes that the reader has besides */
export const deliverablesOf = (assignment: string, more = '0') => `
  select d.id, d.title, d.ask, d.optional, d.wants,
    exists (select 1 from starters s where s.deliverable_id = d.id) as starter,
    coalesce((select jsonb_array_length(q.questions) from question_sets q where q.deliverable_id = d.id), 0) as questions,
    (select q.minutes + ${more} from question_sets q where q.deliverable_id = d.id) as minutes
  from deliverables d
  where d.assignment_id = ${assignment} order by d.position`;
