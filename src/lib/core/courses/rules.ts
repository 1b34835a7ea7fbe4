import { z } from 'zod';
import { LatePolicy } from '../assignments/late-policy';
import { PIECE_KINDS, type Wants } from '../assignments/wants';

/**
 * What holds for a whole course unless an assignment says otherwise. Assignments keep their own copy of each rule, so
 * that work that was submitted under one rule is never judged under another.
 */
export const StandingRules = z.object({
  late: LatePolicy.default({ kind: 'none' }),
  allowance: z.number().int().min(1).max(99).nullable().default(null),
  takeBack: z.boolean().default(true),
  kinds: z.array(z.enum(PIECE_KINDS)).default([...PIECE_KINDS]),
  naming: z.string().trim().max(120).default('')
});
export type StandingRules = z.infer<typeof StandingRules>;

/** Rules that an assignment can follow or override, each by its own name. */
export const RULE_NAMES = ['late', 'allowance', 'takeBack'] as const;
export type RuleName = (typeof RULE_NAMES)[number];
export const RuleNames = z.array(z.enum(RULE_NAMES));

type Ruled = Pick<StandingRules, RuleName>;

/**
 * An assignment's rules: the course's where it follows them, its own elsewhere.
 *
 * @param own       what the assignment says for itself
 * @param inherits  names of the rules that it takes from the course
 */
export function rulesFor(own: Ruled, inherits: readonly RuleName[], course: StandingRules): Ruled {
  const from = (name: RuleName) => (inherits.includes(name) ? course : own);
  return { late: from('late').late, allowance: from('allowance').allowance, takeBack: from('takeBack').takeBack };
}

/** What the course's rules ask of a deliverable that says nothing else: its kinds of piece, and how they are named. */
export function wantsOf({ kinds, naming }: Pick<StandingRules, 'kinds' | 'naming'>): Wants {
  const some = kinds.length > 0 && kinds.length < PIECE_KINDS.length;
  return { ...(some && { kinds }), ...(naming !== '' && { naming }) };
}

/** How a rule stands on an assignment, in words beside it. */
export function inheritsWords(name: RuleName, inherits: readonly RuleName[]): string {
  return inherits.includes(name) ? 'As everywhere in this course' : 'For this assignment alone';
}
