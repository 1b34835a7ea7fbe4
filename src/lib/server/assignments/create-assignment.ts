import { isSubmitted, judging } from '$core/judging/registry';
import type { Track } from '$core/judging/track';
import { AssignmentDraft } from '$core/assignments/draft';
import { StandingRules, rulesFor } from '$core/courses/rules';
import type { Moment } from '$core/time/moment';
import { z } from 'zod';
import { clock } from '../clock';
import { nextPlace } from '../courses/next-place';
import { inTransaction, select, type Tx } from '../db/connection';
import { Assignment } from '../db/models/assignments';
import { briefFromMarkdown } from '../rich-text/brief-from-markdown';
import { officeNames } from '../offices/offices';
import { isShown } from '../packets/facts';
import { writeParts } from './write-parts';

export const NewAssignment = AssignmentDraft.safeExtend({ courseId: z.uuid() });

/** Lays an assignment out as if it had always been there: of what can be seen of it at once, nobody is told. */
export function createAssignment(input: z.input<typeof NewAssignment>): Promise<{ id: string }> {
  const given = NewAssignment.parse(input);
  const now = clock.now();
  const seen = isShown({ published: given.published, shownFrom: given.visibleFrom }, now);
  return inTransaction((tx) => writeAssignment(given, seen ? now : null, tx));
}

/**
 * Writes a new assignment. Where no deliverable is named it gets one open one, so that a packet always has a place; an
 * assignment that settles by the student's word needs none.
 *
 * @param toldAt since when its students know of it; null where they are still to be told
 */
export async function writeAssignment(
  given: z.infer<typeof NewAssignment>,
  toldAt: Moment | null,
  tx: Tx
): Promise<{ id: string }> {
  const { id } = await Assignment.create(
    {
      ...(await assignmentRow(given, given.courseId, tx)),
      courseId: given.courseId,
      position: await nextPlace(given.courseId, given.unitId, tx),
      createdAt: new Date(clock.now()),
      toldAt: date(toldAt)
    },
    { transaction: tx }
  );
  await writeParts(id, { ...given, deliverables: withOpenPlace(given) }, tx);
  return { id };
}

/** The columns of an assignment as a draft wants them, with the course's rules where it follows them. */
export async function assignmentRow(draft: AssignmentDraft, courseId: string, tx: Tx) {
  const [course] = await select(
    z.object({ rules: StandingRules }),
    'select rules from courses where id = $1',
    [courseId],
    tx
  );
  const rules = rulesFor(draft, draft.inherits, course?.rules ?? StandingRules.parse({}));
  return {
    unitId: draft.unitId,
    title: draft.title,
    briefMd: draft.brief,
    briefHtml: await briefFromMarkdown(draft.brief),
    points: judging(draft.settles).points ? number(draft.points) : null,
    weight: number(draft.weight),
    expectedMinutes: draft.expectedMinutes,
    opensAt: date(draft.opens),
    dueAt: date(draft.due),
    closesAt: date(draft.closes),
    passBy: date(draft.passBy),
    allowance: rules.allowance,
    takeBack: rules.takeBack,
    latePolicy: rules.late,
    counts: rules.counts,
    standsAgain: rules.standsAgain,
    followMinutes: rules.followMinutes,
    strict: draft.strict,
    inherits: draft.inherits,
    settles: draft.settles,
    stages: draft.settles === 'stages' ? await inTheirNames(draft.stages, tx) : [],
    creditTarget: draft.settles === 'credits' ? number(draft.creditTarget) : null,
    creditUnit: draft.creditUnit,
    alsoOpen: draft.alsoOpen,
    followsDrafts: draft.followsDrafts,
    peers: isSubmitted(draft.settles) ? draft.peers : null,
    nameless: draft.nameless,
    secondMarker: draft.secondMarker,
    published: draft.published,
    visibleFrom: date(draft.visibleFrom)
  };
}

/** Offices as the school names them; one that is not there any more is nobody's. */
async function inTheirNames(stages: Track, tx: Tx): Promise<Track> {
  const names = new Map((await officeNames(tx)).map((office) => [office.id, office]));
  return stages.map((stage) => ({ ...stage, office: names.get(stage.office?.id ?? '') ?? null }));
}

/** A teacher who names no deliverable gets one open one. */
export function withOpenPlace(draft: AssignmentDraft): AssignmentDraft['deliverables'] {
  if (draft.deliverables.length > 0 || !isSubmitted(draft.settles)) return draft.deliverables;
  return [{ title: 'What you hand over', ask: '', optional: false, wants: {} }];
}

function number(value: number | null): string | null {
  return value === null ? null : String(value);
}

function date(moment: number | null): Date | null {
  return moment === null ? null : new Date(moment);
}
