import type { JSONContent } from '@tiptap/core';
import type { BlobFacts } from '../materials/blob-facts';
import { activitiesIn } from './activities';
import { evidenceIn } from './evidence';
import { lapsedOf } from './lapsed';
import { promptsOf } from './starter';
import { teachersPartsOf } from './teachers-parts';

/** Files that a page names, of which its packet's rows say so; and what it asks, of which they tell. */
const MOST_NAMED = 200;
const MOST_PROMPTS = 300;

/** What a page says of itself: what it asks, what of that is answered, and what shows it. Nothing is said of what it has none of. */
export function pageFacts(page: JSONContent): BlobFacts {
  const prompts = promptsOf(page).slice(0, MOST_PROMPTS);
  const asked = prompts.filter(({ optional }) => !optional);
  const evidence = evidenceIn(page).slice(0, MOST_NAMED);
  const teachersParts = teachersPartsOf(page).length;
  const activities = activitiesIn(page);
  const toChoose = lapsedOf(page).filter(({ stays }) => !stays).length;
  return {
    ...(prompts.length > 0 && {
      prompts: prompts.map(({ label, optional, answered }) => ({ label, optional, answered }))
    }),
    ...(asked.length > 0 && {
      answered: [asked.filter(({ answered }) => answered).length, asked.length] satisfies [number, number]
    }),
    ...(evidence.length > 0 && { evidence }),
    ...(teachersParts > 0 && { teachersParts }),
    ...(toChoose > 0 && { toChoose }),
    ...(activities.length > 0 && { activities })
  };
}
