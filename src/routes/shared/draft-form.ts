import { z } from 'zod';
import { jsonText } from '$core/forms/json-text';
import { AssignmentDraft } from '$core/assignments/draft';
import { formFields } from './read-form';

/**
 * The draft of an assignment as its page sends it: one JSON field, since it is a tree of lists.
 *
 * @returns the draft, or what is wrong with it by the path of its field ("deliverables.0.title")
 */
export async function readDraftForm(
  request: Request
): Promise<{ draft: AssignmentDraft; confirmed: boolean } | { problems: Record<string, string> }> {
  const form = Form.safeParse(await formFields(request));
  if (!form.success) return { problems: { '': 'The page could not be read, so nothing was changed. Load it again.' } };
  const draft = AssignmentDraft.safeParse(form.data.draft);
  if (draft.success) return { draft: draft.data, confirmed: form.data.confirmed === 'yes' };
  return { problems: Object.fromEntries(draft.error.issues.map(({ path, message }) => [path.join('.'), message])) };
}

const Form = z.object({ draft: jsonText(z.unknown()), confirmed: z.enum(['yes', 'no']).default('no') });
