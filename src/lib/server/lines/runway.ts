import type { DeskLine } from '$core/packets/desk';
import type { Actor } from '$core/people/policy';
import { runwayReach, type RunwayDue } from '$core/plan/runway';
import { minutesLeft } from '$core/plan/work-left';
import type { Moment } from '$core/time/moment';
import { clock } from '../clock';
import { EFFECTIVE_DUE } from './effective';
import { ownLines } from './line';
import { RESTED } from './projection';

/** More strokes than this on 14 days cannot be told apart. */
const MOST = 200;

/** The due moments that the runway shows, settled work left out. One query. */
export async function readRunway(person: Actor): Promise<{ dues: RunwayDue[]; now: Moment }> {
  const now = clock.now();
  const { from, to } = runwayReach(now);
  const lines = await ownLines(person.id, now, COMING, [new Date(from), new Date(to), MOST]);
  return { now, dues: lines.flatMap((line) => (line.due === null ? [] : [toDue(line, line.due)])) };
}

function toDue(line: DeskLine, due: Moment): RunwayDue {
  const { assignmentId, title, course, holder, standing } = line;
  const left = holder === 'student' ? minutesLeft(line) : 0;
  return {
    assignmentId,
    title,
    courseTitle: course.title,
    emblem: course.emblem,
    due,
    holder,
    standing,
    minutesLeft: left
  };
}

const COMING = `and not ${RESTED} and (${EFFECTIVE_DUE}) >= $3 and (${EFFECTIVE_DUE}) < $4
  order by (${EFFECTIVE_DUE}), a.id limit $5`;
