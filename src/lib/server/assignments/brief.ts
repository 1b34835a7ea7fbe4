import { marked } from 'marked';
import sanitize from 'sanitize-html';

/** A brief written in Markdown (CommonMark with tables), as HTML that can do no harm. */
export function briefFromMarkdown(markdown: string): string {
  return cleanBrief(marked.parse(markdown, { async: false, gfm: true }));
}

/**
 * Rich text reduced to what a brief may hold: structure, emphasis, tables, links. No script, no style, no form, no
 * address but http, https and mailto. Used on the way in and again on the way out.
 */
export function cleanBrief(html: string): string {
  return sanitize(html, {
    allowedTags: [
      ...['h2', 'h3', 'h4', 'p', 'ul', 'ol', 'li', 'blockquote', 'pre', 'code', 'hr', 'br', 'em', 'strong', 'del'],
      ...['sub', 'sup', 'table', 'thead', 'tbody', 'tr', 'th', 'td', 'a']
    ],
    allowedAttributes: { a: ['href', 'title', 'rel'], th: ['align', 'scope'], td: ['align'], ol: ['start'] },
    allowedSchemes: ['http', 'https', 'mailto'],
    disallowedTagsMode: 'discard',
    transformTags: {
      h1: 'h2',
      a: sanitize.simpleTransform('a', { rel: 'noopener noreferrer nofollow' }),
      th: sanitize.simpleTransform('th', { scope: 'col' })
    }
  });
}
