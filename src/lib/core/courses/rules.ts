import { z } from 'zod';
import { LatePolicy } from '../lateness/late-policy';
import { WANTED_KINDS } from '../pieces/kinds';
import { PieceKinds, type Wants } from '../pieces/wanted';
import { COUNTS, type Counts } from '../packets/terms';

/** Bytes of a sealed round may follow within a day at most. */
export const MOST_MINUTES = 24 * 60;

/**
 * What holds for a whole course unless an assignment says otherwise. Assignments keep their own copy of each rule, so
 * that work that was submitted under one rule is never judged under another.
 */
export const StandingRules = z.object({
  late: LatePolicy.default({ kind: 'none' }),
  allowance: z.number().int().min(1).max(99).nullable().default(null),
  takeBack: z.boolean().default(true),
  counts: z.enum(COUNTS).default('latest'),
  standsAgain: z.boolean().default(false),
  followMinutes: z.number().int().min(0).max(MOST_MINUTES).default(30),
  kinds: PieceKinds.default([...WANTED_KINDS]),
  naming: z.string().trim().max(120).default('')
});
export type StandingRules = z.infer<typeof StandingRules>;

/** Rules that an assignment can follow or override, each by its own name. */
export const RULE_NAMES = ['late', 'allowance', 'takeBack', 'counts', 'standsAgain', 'followMinutes'] as const;
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
  return {
    late: from('late').late,
    allowance: from('allowance').allowance,
    takeBack: from('takeBack').takeBack,
    counts: from('counts').counts,
    standsAgain: from('standsAgain').standsAgain,
    followMinutes: from('followMinutes').followMinutes
  };
}

/** What the course's rules ask of a deliverable that says nothing else: its kinds of piece, and how they are named. */
export function wantsOf({ kinds, naming }: Pick<StandingRules, 'kinds' | 'naming'>): Wants {
  const some = kinds.length > 0 && kinds.length < WANTED_KINDS.length;
  return { ...(some && { kinds }), ...(naming !== '' && { naming }) };
}

/** Which round counts, in words. */
export function countsWords(counts: Counts): string {
  return COUNTS_WORDS[counts];
}

const COUNTS_WORDS: Record<Counts, string> = {
  latest: 'the latest one counts',
  best: 'the best one counts',
  nominated: 'the student says which one counts'
};

/** For how long the bytes of a sealed round may follow, in one sentence. */
export function followWords(minutes: number): string {
  return minutes === 0
    ? 'Everything has to have arrived before it is submitted.'
    : `What is sealed in time may take ${minutes} min to arrive.`;
}
