import sanitize from 'sanitize-html';
import { isSafeLink } from '$core/pages/safe-link';
import { checkShowable } from '../../rich-text/showable';

/** HTML reduced to what a page can hold. Pictures only by the mark of one that was read with it. */
export function cleanPage(html: string): string {
  const clean = sanitize(html, {
    allowedTags: [
      ...[
        'h1',
        'h2',
        'h3',
        'h4',
        'p',
        'ul',
        'ol',
        'li',
        'blockquote',
        'pre',
        'code',
        'hr',
        'br',
        'em',
        'i',
        'strong',
        'b'
      ],
      ...['s', 'del', 'sup', 'sub', 'table', 'thead', 'tbody', 'tr', 'th', 'td', 'a', 'img', 'span', 'div']
    ],
    allowedAttributes: {
      a: ['href'],
      img: ['src', 'alt'],
      ol: ['start'],
      td: ['colspan', 'rowspan'],
      th: ['colspan', 'rowspan'],
      sup: ['data-footnote'],
      span: ['data-tex'],
      div: ['data-tex']
    },
    allowedSchemes: ['http', 'https', 'mailto'],
    allowedSchemesByTag: { img: ['brought'] },
    allowProtocolRelative: false,
    exclusiveFilter: ({ tag, attribs }) => tag === 'img' && !/^brought:\d+$/.test(attribs.src ?? ''),
    transformTags: {
      h5: 'h4',
      h6: 'h4',
      // What leads within the document it came from leads nowhere here.
      a: (tagName, { href = '' }) => ({
        tagName,
        attribs: isSafeLink(href) ? { href } : ({} as Record<string, string>)
      })
    }
  });
  checkShowable(clean);
  return clean;
}
