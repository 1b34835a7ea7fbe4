import { z } from 'zod';
import { select } from '../db/connection';
import { CriterionRow, CRITERIA } from '../assignments/guidance';

/** An assignment's rubric, and the levels at which a packet's latest round was judged. One query. */
export async function readRubric(assignmentId: string, packetId: string) {
  const [row] = await select(
    z.object({ criteria: z.array(CriterionRow), levels: z.array(z.string()) }),
    `select ${CRITERIA} as criteria,
       array(select m.level_id::text from criterion_marks m where m.packet_id = $2
         and m.round_no = (select max(no) from rounds where packet_id = $2)) as levels`,
    [assignmentId, packetId]
  );
  return row ?? { criteria: [], levels: [] };
}
