import { z } from 'zod';
import { LatePolicy } from '$core/lateness/late-policy';
import { CREDIT_UNITS } from '$core/judging/credits';
import { Track } from '$core/judging/track';
import { WAYS } from '$core/judging/ways';
import { COUNTS } from '$core/packets/terms';
import { exactField, field, fields, momentField } from '../fields';

const PeerReadingSet = z.object({ count: z.number(), nameless: z.boolean() });

/**
 * What a teacher sets of an assignment and the rules turn on, under the names that the core gives it. What students are
 * shown, what is edited, what is copied and what follows the course's rules all read it by this definition.
 */
export const ASSIGNMENT_SETTINGS = fields({
  points: exactField('points'),
  opens: momentField('opens_at'),
  due: momentField('due_at'),
  closes: momentField('closes_at'),
  /** By when it must be passed already, where that differs from the due moment. */
  passBy: momentField('pass_by'),
  allowance: field('allowance', z.number().nullable()),
  takeBack: field('take_back', z.boolean()),
  settles: field('settles', z.enum(WAYS)),
  stages: field('stages', Track),
  /** What its credits should add up to. */
  creditTarget: exactField('credit_target'),
  creditUnit: field('credit_unit', z.enum(CREDIT_UNITS)),
  late: field('late_policy', LatePolicy),
  counts: field('counts', z.enum(COUNTS)),
  standsAgain: field('stands_again', z.boolean()),
  followMinutes: field('follow_minutes', z.number()),
  /** Names of the checks that stop a submit here. */
  strict: field('strict', z.array(z.string())),
  alsoOpen: field('also_open', z.boolean()),
  /** Marked without names, and by two who agree. */
  nameless: field('nameless', z.boolean()),
  secondMarker: field('second_marker', z.boolean()),
  /** How students read each other's works; null where they do not. */
  peers: field('peers', PeerReadingSet.nullable()),
  followsDrafts: field('follows_drafts', z.boolean()),
  /** Percent of the course's grade. */
  weight: exactField('weight'),
  expectedMinutes: field('expected_minutes', z.number().nullable())
});

/** Columns that a copy takes over: all but the moments, which are the teacher's to give. */
export const COPIED_SETTINGS = ASSIGNMENT_SETTINGS.columns.filter(
  (column) => !['opens_at', 'due_at', 'closes_at', 'pass_by'].includes(column)
);
