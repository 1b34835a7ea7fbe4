import { z } from 'zod';
import { AskedPost } from './asked-post';
import { WANTED_KINDS, type WantedKind } from './kinds';

const Count = z.number().int().min(0).max(100_000);
const Range = z
  .object({ from: Count.optional(), to: Count.optional() })
  .refine((r) => r.from === undefined || r.to === undefined || r.from <= r.to, 'The smaller number comes first.');
export type Range = z.infer<typeof Range>;

/** A list of kinds as it was kept. Those that are not known, or not offered any more, are passed over. */
export const PieceKinds = z
  .array(z.string().max(30))
  .max(20)
  .transform((kinds) => kinds.filter((kind): kind is WantedKind => (WANTED_KINDS as readonly string[]).includes(kind)));

/**
 * What a deliverable asks of its pieces. Every part can be left out; what is left out is not asked.
 *
 * `types`: endings of file names without the dot; `seconds`: length of a recording; `spacing`: 1.5 or 2; `naming`: a pattern with
 * `{surname}`, `{name}`, `{assignment}`, `{deliverable}` and `{course}`.
 */
export const Wants = z.object({
  kinds: PieceKinds.optional(),
  types: z
    .array(z.string().regex(/^[a-z0-9]{1,8}$/))
    .max(20)
    .optional(),
  bytes: z.number().int().positive().optional(),
  words: Range.optional(),
  pages: Range.optional(),
  seconds: Range.optional(),
  /** The longer side of a picture. */
  pixels: Range.optional(),
  /** How a text document is set: its font, and the space of its lines as a multiple of single. */
  font: z.string().trim().min(1).max(60).optional(),
  spacing: z.number().min(0.5).max(4).optional(),
  howMany: Range.optional(),
  naming: z.string().trim().min(1).max(120).optional(),
  /** What has to be said on the open floor. */
  post: AskedPost.optional(),
  /** Links have to lead to the site that the student declared as their own. */
  ownSite: z.boolean().optional()
});
export type Wants = z.infer<typeof Wants>;
