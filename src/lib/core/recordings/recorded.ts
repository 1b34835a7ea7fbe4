import { z } from 'zod';
import { MOST_LEVELS, RECORDING_TROUBLES } from './levels';

/** What the recorder noted of a recording as it was made. `every`: seconds of a level. */
export const RecordingFacts = z.object({
  /** Whether there is a picture with the sound. */
  film: z.boolean(),
  levels: z.array(z.number().int().min(0).max(255)).max(MOST_LEVELS),
  every: z.number().positive().max(3600),
  troubles: z.array(z.enum(RECORDING_TROUBLES)).max(RECORDING_TROUBLES.length)
});
export type RecordingFacts = z.infer<typeof RecordingFacts>;
