import { z } from 'zod';
import { MOST_MINUTES, RuleNames } from '../courses/rules';
import { CREDIT_UNITS } from '../judging/credits';
import { trackProblem, trackProblemWords } from '../judging/stages';
import { Track } from '../judging/track';
import { WAYS } from '../judging/ways';
import { COUNTS } from '../packets/terms';
import { MOST_READ } from '../peers/hand-out';
import { LatePolicy } from '../lateness/late-policy';
import { MET_BY } from './must-do';
import { Wants } from '../pieces/wanted';

const When = z.number().int().nullable().default(null);

export const DeliverableDraft = z.object({
  /** Of one that is there already: it keeps its place in the packets. */
  id: z.uuid().optional(),
  title: z.string().trim().min(1, 'Every deliverable needs a name.').max(200),
  ask: z.string().trim().max(1000).default(''),
  optional: z.boolean().default(false),
  wants: Wants.default({})
});

export const MustDoDraft = z.object({
  id: z.uuid().optional(),
  text: z.string().trim().min(1, 'A must-do item says what to do.').max(500),
  optional: z.boolean().default(false),
  metBy: z.enum(MET_BY).default('tick')
});

export const CriterionDraft = z.object({
  id: z.uuid().optional(),
  title: z.string().trim().min(1, 'Every row of the rubric needs a name.').max(200),
  hint: z.string().trim().max(500).default(''),
  levels: z
    .array(
      z.object({
        id: z.uuid().optional(),
        title: z.string().trim().min(1, 'Every level needs a name.').max(100),
        says: z.string().trim().max(1000).default(''),
        points: z.number().min(0).max(100_000)
      })
    )
    .min(1, 'A row of the rubric needs a level.')
    .max(10)
});

/** All that a teacher writes of an assignment, on one page. */
export const AssignmentDraft = z
  .object({
    unitId: z.uuid().nullable().default(null),
    title: z.string().trim().min(1, 'Give it a title.').max(300),
    brief: z.string().max(100_000, 'The brief is longer than 100,000 characters.'),
    points: z.number().positive('Points are more than zero, or left out.').max(100_000).nullable().default(null),
    weight: z.number().min(0).max(100, 'A share is at most 100 %.').nullable().default(null),
    expectedMinutes: z.number().int().min(1).max(60_000).nullable().default(null),
    opens: When,
    due: When,
    closes: When,
    passBy: When,
    allowance: z.number().int().positive().nullable().default(null),
    takeBack: z.boolean().default(true),
    settles: z.enum(WAYS).default('result'),
    stages: Track.default([]),
    creditTarget: z.number().positive('A target is more than zero, or left out.').max(10_000).nullable().default(null),
    creditUnit: z.enum(CREDIT_UNITS).default('hours'),
    late: LatePolicy.default({ kind: 'none' }),
    counts: z.enum(COUNTS).default('latest'),
    standsAgain: z.boolean().default(false),
    followMinutes: z.number().int().min(0).max(MOST_MINUTES).default(30),
    inherits: RuleNames.default([]),
    /** Names of the checks that stop a submit; the others warn. */
    strict: z.array(z.string().max(40)).max(40).default([]),
    alsoOpen: z.boolean().default(true),
    followsDrafts: z.boolean().default(false),
    peers: z
      .object({ count: z.number().int().min(1).max(MOST_READ), nameless: z.boolean() })
      .nullable()
      .default(null),
    nameless: z.boolean().default(false),
    secondMarker: z.boolean().default(false),
    published: z.boolean().default(true),
    visibleFrom: When,
    deliverables: z.array(DeliverableDraft).max(40).default([]),
    mustDo: z.array(MustDoDraft).max(40).default([]),
    criteria: z.array(CriterionDraft).max(20).default([])
  })
  .refine((a) => a.closes === null || a.due === null || a.closes >= a.due, {
    message: 'It closes before it is due. Give a later closing moment.',
    path: ['closes']
  })
  .refine((a) => a.opens === null || a.due === null || a.opens < a.due, {
    message: 'It opens after it is due. Give an earlier opening moment.',
    path: ['opens']
  })
  .refine((a) => a.passBy === null || a.due === null || a.passBy >= a.due, {
    message: 'It must be passed before it is due. The date to pass by comes after the one to submit by.',
    path: ['passBy']
  })
  .superRefine(({ settles, stages }, context) => {
    const problem = settles === 'stages' ? trackProblem(stages) : null;
    if (problem) context.addIssue({ code: 'custom', path: ['stages'], message: trackProblemWords(problem) });
  });
export type AssignmentDraft = z.infer<typeof AssignmentDraft>;

/** What students have done on an assignment so far. */
export interface Begun {
  /** Students with pieces in their packets, or with rounds. */
  started: number;
  submitted: number;
  /** Pieces that lie in a place which the change takes away. */
  piecesInRemoved: number;
  /** Works that are at a stage which the change takes away. */
  atRemoved?: number;
}

/** What of an assignment students rest on. */
type Parted = Pick<AssignmentDraft, 'due' | 'closes' | 'deliverables'> & { stages?: Track };

/** What a change means for students who have begun, one plain sentence each; empty where nobody is concerned. */
export function impactWords(before: Parted, after: Parted, begun: Begun): string[] {
  if (begun.started === 0) return [];
  const who = begun.started === 1 ? '1 student who has begun' : `${begun.started} students who have begun`;
  const sentences: string[] = [];
  if (before.due !== after.due || before.closes !== after.closes)
    sentences.push(`The dates change for ${who}. Rounds that were submitted keep the lateness they have.`);
  const kept = new Set(after.deliverables.map(({ id }) => id));
  const removed = before.deliverables.filter(({ id }) => id !== undefined && !kept.has(id));
  const added = after.deliverables.filter(({ id, optional }) => id === undefined && !optional);
  if (removed.length > 0)
    sentences.push(
      begun.piecesInRemoved > 0
        ? `${listed(removed)} goes away. ${begun.piecesInRemoved} pieces that lie there stay in the packets, in the "also" place.`
        : `${listed(removed)} goes away. No piece lies there yet.`
    );
  const stays = new Set(after.stages?.map(({ id }) => id));
  const lost = (before.stages ?? []).filter(({ id }) => !stays.has(id));
  if (lost.length > 0)
    sentences.push(
      `The stage ${listed(lost)} goes away. ${begun.atRemoved ?? 0} works that are at it stand at the first stage from then on.`
    );
  if (added.length > 0) sentences.push(`${listed(added)} is new for ${who}.`);
  return sentences;
}

function listed(places: Array<{ title: string }>): string {
  return places.map(({ title }) => `“${title}”`).join(', ');
}

/** What the page of a draft was answered with. */
interface Answered {
  problem?: string | undefined;
  problems?: Record<string, string> | undefined;
  affects?: string[] | undefined;
}

/**
 * What is wrong with a draft by the path in it, such as "deliverables.0.title"; by the empty path where it is no field's. Whom
 * a change affects is no problem.
 */
export function draftProblems(answered: Answered | null): Record<string, string> {
  const fields = Object.entries(answered?.problems ?? {});
  if (fields.length > 0)
    return Object.fromEntries(fields.map(([path, words]) => [path.replace(/^draft\.?/, ''), words]));
  return answered?.problem && !answered.affects ? { '': answered.problem } : {};
}
