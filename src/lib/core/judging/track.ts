import { z } from 'zod';

/** Stages of one track; far more than anybody keeps an eye on. */
export const MOST_STAGES = 12;

/**
 * One stage of a track. Its id stays whatever its name and its place become: logs speak of it.
 *
 * `asks`: the student hands something over for it. A stage that asks nothing is passed by an office alone, with the round that it was
 * given. `office`: who has it then; null for the course's teachers.
 */
export const Stage = z.object({
  id: z.string().regex(/^[a-z0-9-]{1,40}$/),
  title: z.string().trim().min(1, 'Every stage needs a name.').max(80),
  needs: z.string().max(400),
  office: z.object({ id: z.uuid(), name: z.string() }).nullable(),
  asks: z.boolean()
});
export type Stage = z.infer<typeof Stage>;

/** The stages that work passes, in their order. Empty where it is judged in another way, or nothing was said yet. */
export const Track = z.array(Stage).max(MOST_STAGES);
export type Track = z.infer<typeof Track>;
