import sanitize from 'sanitize-html';
import { briefFromMarkdown } from '../assignments/brief';

/**
 * What somebody says, reduced to what a message may hold: paragraphs, emphasis, lists, quotations, code and links. Used on
 * the way in and again on the way out.
 */
export function cleanSaid(html: string): string {
  return sanitize(html, {
    allowedTags: ['p', 'br', 'em', 'strong', 'u', 's', 'del', 'ul', 'ol', 'li', 'blockquote', 'pre', 'code', 'a'],
    allowedAttributes: { a: ['href', 'rel'] },
    allowedSchemes: ['http', 'https', 'mailto'],
    allowProtocolRelative: false,
    transformTags: {
      b: 'strong',
      i: 'em',
      a: sanitize.simpleTransform('a', { rel: 'noopener noreferrer nofollow' })
    }
  });
}

/** What was written in a plain field, as Markdown. */
export const saidFromText = (text: string): string => cleanSaid(briefFromMarkdown(text));

/** The words of rich text alone, a space for each mark-up between them. */
export function wordsOf(html: string): string {
  return sanitize(html.replace(/<\/(p|li|blockquote|pre)>|<br\s*\/?>/g, '$& '), {
    allowedTags: [],
    allowedAttributes: {}
  })
    .replace(/&amp;/g, '&')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&quot;/g, '"')
    .replace(/\s+/g, ' ')
    .trim();
}
