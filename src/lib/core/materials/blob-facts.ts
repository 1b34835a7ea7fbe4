import { z } from 'zod';
import { MadeFacts } from './made';

/**
 * What a look into a file's bytes tells, made once for each blob.
 *
 * `trouble`: what a teacher would meet when opening it; `pixels`: the sides of a picture; `unpacked`: bytes that an
 * archive says it holds.
 */
export const BlobFacts = z.object({
  trouble: z
    .enum([
      'locked',
      'cut-off',
      'damaged',
      'too-many-pixels',
      'unpacks-too-large',
      'too-costly',
      'rare-film',
      'rare-picture'
    ])
    .optional(),
  pixels: z.object({ width: z.number(), height: z.number() }).optional(),
  unpacked: z.object({ bytes: z.number() }).optional(),
  /** A picture on which next to nothing can be seen. */
  seen: z.enum(['dark', 'blank', 'blurred']).optional(),
  /** It says where it was taken. */
  spot: z.literal(true).optional(),
  /** A recording: its length in seconds, and whether anything can be heard; null where its sound cannot be read here. */
  recording: z.object({ seconds: z.number(), silent: z.boolean().nullable() }).optional(),
  /** How most of a text document's words are set: the font's name, and the space of a line as a multiple of single. */
  writing: z.object({ font: z.string().nullable(), spacing: z.number().nullable() }).optional(),
  /** What a page asks that was made of a starter, and what of it is answered. */
  prompts: z.array(z.object({ label: z.string(), optional: z.boolean(), answered: z.boolean() })).optional(),
  /** Of what has to be answered on it: how much is, and how much there is. */
  answered: z.tuple([z.number(), z.number()]).optional(),
  /** Files that entries of a page name as what shows them, each with what it is called there. */
  evidence: z.array(z.object({ sha256: z.string(), words: z.string() })).optional(),
  /** Parts of a page that only its teacher fills. */
  teachersParts: z.number().optional(),
  /** Answers on it whose questions are not asked any more, and of which its writer has not chosen what becomes of them. */
  toChoose: z.number().optional(),
  /** What its entries claim hours for. */
  activities: z
    .array(z.object({ id: z.string(), title: z.string(), about: z.string(), claimed: z.string() }))
    .optional(),
  /** What was noted as it was made here, by the browser that made it. */
  made: MadeFacts.optional()
});
export type BlobFacts = z.infer<typeof BlobFacts>;
