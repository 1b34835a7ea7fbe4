import { marked } from 'marked';
import sanitize from 'sanitize-html';
import { checkShowable } from './showable';

/**
 * Rich text written in Markdown (CommonMark with tables), as HTML that can do no harm. In a parsing process.
 *
 * @throws TooCostly where more elements come of it, or deeper ones, than can be shown again and again
 */
export async function renderBrief(markdown: string): Promise<string> {
  const html = marked.parse(markdown, { async: false, gfm: true });
  checkShowable(html);
  return cleanBrief(html);
}

/** Pictures and sound come from the course's own files, never from elsewhere. */
const OWN_FILE = /^\/files\/materials\/[0-9a-f-]{36}$/;
const EMBEDDED = ['img', 'audio', 'video'];

/**
 * Rich text reduced to what a brief may hold: structure, emphasis, tables, links, and pictures, sound and film of the
 * course's own. No script, no style, no form, no address but http, https and mailto. Used on the way in and again on
 * the way out.
 */
export function cleanBrief(html: string): string {
  return sanitize(html, {
    allowedTags: [
      ...['h2', 'h3', 'h4', 'p', 'ul', 'ol', 'li', 'blockquote', 'pre', 'code', 'hr', 'br', 'em', 'strong', 'del'],
      ...['sub', 'sup', 'table', 'thead', 'tbody', 'tr', 'th', 'td', 'a', ...EMBEDDED]
    ],
    allowedAttributes: {
      a: ['href', 'title', 'rel'],
      th: ['align', 'scope'],
      td: ['align'],
      ol: ['start'],
      img: ['src', 'alt', 'loading'],
      audio: ['src', 'controls', 'preload'],
      video: ['src', 'controls', 'preload']
    },
    allowedSchemes: ['http', 'https', 'mailto'],
    allowProtocolRelative: false,
    disallowedTagsMode: 'discard',
    exclusiveFilter: ({ tag, attribs }) => EMBEDDED.includes(tag) && !OWN_FILE.test(attribs.src ?? ''),
    transformTags: {
      h1: 'h2',
      a: sanitize.simpleTransform('a', { rel: 'noopener noreferrer nofollow' }),
      th: sanitize.simpleTransform('th', { scope: 'col' }),
      img: sanitize.simpleTransform('img', { loading: 'lazy' }),
      audio: sanitize.simpleTransform('audio', { controls: '', preload: 'metadata' }),
      video: sanitize.simpleTransform('video', { controls: '', preload: 'metadata' })
    }
  });
}
