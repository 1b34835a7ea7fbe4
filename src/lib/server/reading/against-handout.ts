import { likeness } from '$core/checks/likeness';
import { unanswered } from '$core/checks/unanswered';

/** Holds a text against the handout that it may have been made of: the shares that they have in common, both ways. */
export async function against(
  text: string,
  handed: string
): Promise<{ share: number; kept: number; unanswered: string[] }> {
  const kept = likeness(handed, text);
  return { share: likeness(text, handed), kept, unanswered: kept > 0 ? unanswered(handed, text) : [] };
}
