import { z } from 'zod';
import { Decimal } from '../decimal';

/** How a result is rounded, once, at its end: to which step, and which way where it lies between two. */
export const Rounding = z.object({
  step: z.union([z.literal(0.01), z.literal(0.1), z.literal(0.25), z.literal(0.5), z.literal(1)]),
  how: z.enum(['half-up', 'half-even', 'down', 'up'])
});
export type Rounding = z.infer<typeof Rounding>;

/**
 * A figure at the nearest step.
 *
 * What is reckoned to forty digits may lie a trace beside the exact figure (three thirds); the trace is taken away first, so that
 * halves are halves.
 */
export function rounded(figure: Decimal, { step, how }: Rounding): Decimal {
  return exactly(figure).div(step).toDecimalPlaces(0, WAYS[how]).mul(step);
}

/** A figure without the trace of its reckoning: thirty digits of forty. */
export const exactly = (figure: Decimal): Decimal => figure.toSignificantDigits(30, Decimal.ROUND_HALF_EVEN);

const WAYS = {
  'half-up': Decimal.ROUND_HALF_UP,
  'half-even': Decimal.ROUND_HALF_EVEN,
  down: Decimal.ROUND_FLOOR,
  up: Decimal.ROUND_CEIL
} as const;

/** How a rounding reads: "to one decimal, halves up". */
export const roundingWords = ({ step, how }: Rounding): string => `${STEPS[String(step)] ?? ''}, ${HOW[how]}`;

const STEPS: Record<string, string> = {
  '0.01': 'to two decimals',
  '0.1': 'to one decimal',
  '0.25': 'to quarters',
  '0.5': 'to halves',
  '1': 'to whole numbers'
};
const HOW = {
  'half-up': 'halves up',
  'half-even': 'halves to the even one',
  down: 'always down',
  up: 'always up'
} as const;
