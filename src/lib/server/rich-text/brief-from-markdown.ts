import { parseApart } from '../parsing/pool';

/**
 * Rich text written in Markdown (CommonMark with tables), as HTML that can do no harm.
 *
 * @throws TooCostly where it is nested or tangled beyond what can be shown
 */
export const briefFromMarkdown = (markdown: string): Promise<string> => parseApart('brief', { markdown });
