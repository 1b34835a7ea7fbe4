import { z } from 'zod';

/** What has to go with a post that is asked for. */
export const ATTACHED = ['file', 'recording'] as const;

/** What a place asks of a post on the open floor. */
export const AskedPost = z.object({
  /** At least so many words. */
  words: z.number().int().min(1).max(20_000).optional(),
  with: z.enum(ATTACHED).optional(),
  /** Answers to so many others. */
  answers: z.number().int().min(1).max(50).optional()
});
export type AskedPost = z.infer<typeof AskedPost>;
