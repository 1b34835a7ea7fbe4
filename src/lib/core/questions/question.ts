import { z } from 'zod';
import { MOST_QUESTIONS } from './bounds';
import { PICTURE } from '../pages/picture-name';

/** Characters of what a question asks and is answered. */
const LONGEST_TEXT = 4000;
export const LONGEST_ANSWER = 20_000;

/** A number as people write it: digits, with a point before its parts. Exact, whatever a computer makes of it. */
export const Decimal = z.string().regex(/^-?\d{1,9}(\.\d{1,6})?$/);
const Id = z.string().regex(/^[a-z0-9-]{1,40}$/i);
const Text = z.string().trim().min(1).max(LONGEST_TEXT);
const Option = z.object({ id: Id, text: z.string().trim().min(1).max(400) });

const Picture = z.object({ name: z.string().regex(PICTURE), alt: z.string().trim().max(500) });
/** A place on a picture, in thousandths of its width and height. */
const Thousandth = z.number().int().min(0).max(1000);
export const Spot = z.object({ x: Thousandth, y: Thousandth });
export type Spot = z.infer<typeof Spot>;

const OF_ALL = {
  id: Id,
  /** In Markdown, formulas between dollar signs. */
  text: Text,
  /** What it brings; counted by machine where there is a key. */
  points: Decimal,
  optional: z.boolean(),
  /** A picture beside it, by its name in the place, and what it shows for those who do not see it. */
  picture: Picture.nullable().default(null)
};

/** One question with its key: null, or empty, where nothing is counted by machine. */
export const Question = z.discriminatedUnion('kind', [
  z.object({
    ...OF_ALL,
    kind: z.literal('choice'),
    options: z.array(Option).min(2).max(30),
    several: z.boolean(),
    /** The options that are right. */
    key: z.array(Id).max(30)
  }),
  z.object({
    ...OF_ALL,
    kind: z.literal('text'),
    long: z.boolean(),
    /** Every answer that counts as right; capitals and spaces make no difference. */
    key: z.array(z.string().trim().min(1).max(200)).max(20)
  }),
  z.object({
    ...OF_ALL,
    kind: z.literal('number'),
    unit: z.string().trim().max(30),
    key: Decimal.nullable(),
    /** How far from it still counts, in its unit. */
    tolerance: Decimal
  }),
  z.object({
    ...OF_ALL,
    kind: z.literal('match'),
    left: z.array(Option).min(2).max(20),
    right: z.array(Option).min(2).max(20),
    /** By the left one, which right one belongs to it. */
    key: z.record(Id, Id)
  }),
  z.object({
    ...OF_ALL,
    kind: z.literal('order'),
    /** In the order that is right. */
    items: z.array(Option).min(2).max(20),
    counted: z.boolean()
  }),
  z.object({
    ...OF_ALL,
    kind: z.literal('spot'),
    /** Ellipses around what is right, each with its halves across and down. */
    key: z.array(Spot.extend({ across: Thousandth, down: Thousandth })).max(20)
  })
]);
export type Question = z.infer<typeof Question>;

/** What is asked together. `minutes`: how long one has from the first look; null for no limit. */
export const QuestionSet = z.object({
  questions: z.array(Question).max(MOST_QUESTIONS),
  minutes: z.number().int().min(1).max(600).nullable(),
  oneByOne: z.boolean()
});
export type QuestionSet = z.infer<typeof QuestionSet>;

/** A question as its answerer has it: without what is right. */
export type Asked =
  | (OfAll & { kind: 'choice'; options: Option[]; several: boolean })
  | (OfAll & { kind: 'text'; long: boolean })
  | (OfAll & { kind: 'number'; unit: string })
  | (OfAll & { kind: 'match'; left: Option[]; right: Option[] })
  | (OfAll & { kind: 'order'; items: Option[] })
  | (OfAll & { kind: 'spot' });
type OfAll = Pick<Question, 'id' | 'text' | 'points' | 'optional' | 'picture'>;
export type Option = z.infer<typeof Option>;

/** What was answered: ids of options (chosen, or in their order), words, a number as it was typed, pairs; a place on a picture as `x,y`. */
export const Answer = z.union([
  z.string().max(LONGEST_ANSWER),
  z.array(Id).max(30),
  z.record(Id, Id).refine((pairs) => Object.keys(pairs).length <= 20)
]);
export type Answer = z.infer<typeof Answer>;
export type Answers = Record<string, Answer>;
