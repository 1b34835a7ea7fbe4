import type { JSONContent } from '@tiptap/core';
import { LONGEST_PAGE } from '$core/pages/bounds';
import { fromMarkdown } from '$core/pages/markdown';
import { plainPage } from '$core/pages/plain-page';
import { log } from '../log';
import { NotNow } from '../parsing/limits';
import { parseApart } from '../parsing/pool';

/** Up to so many characters Markdown is read where it is asked for: whatever it holds, that takes no time. */
const SHORT = 3000;

/**
 * Markdown as a page, whoever wrote it. What is longer is read in a parsing process, under its limits: a few kilobytes can be made so
 * that reading them takes minutes.
 *
 * @throws TooCostly, NotNow as parsing does
 */
export async function pageFrom(markdown: string): Promise<JSONContent> {
  const text = markdown.slice(0, LONGEST_PAGE);
  return text.length <= SHORT ? fromMarkdown(text) : parseApart('page-parsed', { text });
}

/** The same, and where it costs too much or cannot be read, its lines as they are. @throws NotNow as parsing does */
export async function pageOrLines(markdown: string): Promise<JSONContent> {
  try {
    return await pageFrom(markdown);
  } catch (error) {
    if (error instanceof NotNow) throw error;
    log.info({ err: error }, 'a text could not be read as a page, so its lines stand as they are');
    return plainPage(markdown.slice(0, LONGEST_PAGE));
  }
}
