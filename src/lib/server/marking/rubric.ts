import { z } from 'zod';
import { select, type Tx } from '../db/connection';
import { CriterionRow, CRITERIA } from '../assignments/guidance';

/** An assignment's rubric, and the levels at which a packet's latest round was judged. One query. */
export async function readRubric(assignmentId: string, packetId: string, tx?: Tx) {
  const [row] = await select(
    z.object({ criteria: z.array(CriterionRow), levels: z.array(JudgedLevel) }),
    `select ${CRITERIA} as criteria,
       (select coalesce(json_agg(json_build_object('level', m.level_id, 'points', m.points::float8)), '[]')
         from criterion_marks m where m.packet_id = $2
         and m.round_no = (select max(no) from rounds where packet_id = $2)) as levels`,
    [assignmentId, packetId],
    tx
  );
  return row ?? { criteria: [], levels: [] };
}

const JudgedLevel = z.object({ level: z.string(), points: z.number().nullable() });
