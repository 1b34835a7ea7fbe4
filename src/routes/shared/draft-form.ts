import { z } from 'zod';
import { AssignmentDraft } from '$core/assignments/draft';
import { jsonText } from '$core/forms/json-text';
import { dropUnfinished, keepUnfinished, type Writing } from '$server/assignments/unfinished';
import { action } from './action';
import type { RequestEvent } from '@sveltejs/kit';

/** The draft of an assignment as its page sends it: one JSON field, since it is a tree of lists. */
export const DraftForm = z.object({
  draft: jsonText(AssignmentDraft),
  /** The teacher has read whom it affects. */
  confirmed: z
    .enum(['yes', 'no'])
    .default('no')
    .transform((said) => said === 'yes')
});

const Unfinished = z.object({
  draft: jsonText(z.record(z.string(), z.unknown())),
  /** Empty: whatever another window has kept. */
  known: z.union([z.literal('').transform(() => null), z.coerce.number().int().min(0)])
});

/** What the page of an assignment that is being written does by itself: keeps it, and forgets it when asked to. */
export const unfinishedActions = <E extends RequestEvent>(where: (event: E) => Writing | Promise<Writing>) => ({
  hold: action(
    Unfinished,
    async (person, { draft, known }, event: E) => keepUnfinished(person, await where(event), draft, known),
    { then: ({ version, at }) => ({ done: true as const, version, at }) }
  ),
  drop: action(z.object({}), async (person, _, event: E) => dropUnfinished(person, await where(event)))
});
