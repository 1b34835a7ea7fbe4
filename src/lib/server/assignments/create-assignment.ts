import { z } from 'zod';
import { LatePolicy } from '$core/assignments/late-policy';
import { SETTLES } from '$core/packets/terms';
import { clock } from '../clock';
import { inTransaction } from '../db/connection';
import { Assignment, Deliverable } from '../db/models/assignments';
import { briefFromMarkdown } from './brief';

const When = z.number().int().nullable().default(null);

export const NewAssignment = z
  .object({
    courseId: z.uuid(),
    unitId: z.uuid().nullable().default(null),
    title: z.string().trim().min(1).max(300),
    brief: z.string().max(100_000),
    points: z.number().positive().max(100_000).nullable().default(null),
    opens: When,
    due: When,
    closes: When,
    allowance: z.number().int().positive().nullable().default(null),
    takeBack: z.boolean().default(true),
    settles: z.enum(SETTLES).default('result'),
    late: LatePolicy.default({ kind: 'none' }),
    alsoOpen: z.boolean().default(true),
    followsDrafts: z.boolean().default(false),
    published: z.boolean().default(true),
    deliverables: z
      .array(
        z.object({
          title: z.string().trim().min(1).max(200),
          ask: z.string().trim().max(1000).default(''),
          optional: z.boolean().default(false)
        })
      )
      .max(40)
      .default([])
  })
  .refine((a) => a.closes === null || a.due === null || a.closes >= a.due, 'closes before it is due');

/**
 * Sets an assignment. Where no deliverable is named it gets one open one, so that a packet always has a place; an
 * assignment that settles by the student's word needs none.
 */
export async function createAssignment(input: z.input<typeof NewAssignment>): Promise<{ id: string }> {
  const given = NewAssignment.parse(input);
  const places =
    given.deliverables.length > 0 || given.settles === 'declared'
      ? given.deliverables
      : [{ title: 'What you hand over', ask: '', optional: false }];
  return inTransaction(async (transaction) => {
    const assignment = await Assignment.create(
      {
        courseId: given.courseId,
        unitId: given.unitId,
        title: given.title,
        briefHtml: briefFromMarkdown(given.brief),
        points: given.points === null ? null : String(given.points),
        opensAt: date(given.opens),
        dueAt: date(given.due),
        closesAt: date(given.closes),
        allowance: given.allowance,
        takeBack: given.takeBack,
        settles: given.settles,
        latePolicy: given.late,
        alsoOpen: given.alsoOpen,
        followsDrafts: given.followsDrafts,
        published: given.published,
        createdAt: new Date(clock.now())
      },
      { transaction }
    );
    const rows = places.map((place, position) => ({ ...place, assignmentId: assignment.id, position }));
    await Deliverable.bulkCreate(rows, { transaction });
    return { id: assignment.id };
  });
}

function date(moment: number | null): Date | null {
  return moment === null ? null : new Date(moment);
}
