import sanitize from 'sanitize-html';
import { renderBrief } from './brief';
import { checkShowable } from './showable';

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

/** Plain text as it stands, a paragraph for each of its own. */
export const asParagraphs = (text: string): string =>
  text
    .split(/\n{2,}/)
    .map((part) => `<p>${escaped(part).replaceAll('\n', '<br>')}</p>`)
    .join('');

const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;');

/** What was written in a plain field, as Markdown. In a parsing process. */
export const renderSaid = async (text: string): Promise<string> => cleanSaid(await renderBrief(text));

/**
 * What the editor wrote, clean, and its words alone. In a parsing process.
 *
 * @throws TooCostly where it has more elements, or deeper ones, than can be shown again and again
 */
export async function readSaid(html: string): Promise<{ html: string; text: string }> {
  checkShowable(html);
  const clean = cleanSaid(html);
  return { html: clean, text: wordsOf(clean) };
}

/** The words of rich text alone, a space for each mark-up between them. */
function wordsOf(html: string): string {
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
