import { z } from 'zod';

const Grace = z.number().int().min(0).max(10_080).default(0);
const Percent = z.number().min(0).max(100);

/**
 * What being late costs. Stored with each assignment, so that a later change of the course's rule moves no old grade.
 *
 * `graceMinutes`: within it a submit counts as on time; past it, lateness is measured from the due moment itself.
 * `floorPercent`: a late round never keeps less than this share of its points.
 */
export const LatePolicy = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('none') }),
  z.object({ kind: z.literal('per-day'), percent: Percent, graceMinutes: Grace, floorPercent: Percent.default(0) }),
  z.object({ kind: z.literal('flat'), percent: Percent, graceMinutes: Grace }),
  z.object({ kind: z.literal('not-accepted'), graceMinutes: Grace })
]);

export type LatePolicy = z.infer<typeof LatePolicy>;
