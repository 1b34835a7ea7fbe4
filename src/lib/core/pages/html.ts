import type { JSONContent } from '@tiptap/core';
import { drawingSvg } from '../drawings/svg';
import { strokesOf } from './nodes/drawing';
import { isSafeLink } from './safe-link';

/** How the parts of a page that need more than tags are drawn. */
export interface Drawn {
  /** The address of a picture; null to leave it out. */
  picture: (name: string) => string | null;
  /** A formula as mark-up that is safe to show. */
  formula: (tex: string, block: boolean) => string;
}

/**
 * A page as HTML: structure alone, every word of its writer escaped, addresses but http, https and mailto left out. Notes
 * stand at the end, in their order, each a link away from its place.
 */
export function toHtml(page: JSONContent, drawn: Drawn): string {
  const notes: string[] = [];
  const html = inside(page, { ...drawn, notes });
  if (notes.length === 0) return html;
  const items = notes.map(
    (note, i) => `<li id="note-${i + 1}">${escaped(note)} <a href="#at-note-${i + 1}">↑</a></li>`
  );
  return `${html}<hr><ol>${items.join('')}</ol>`;
}

type Making = Drawn & { notes: string[] };
type Element = (node: JSONContent, making: Making) => string;

const inside = (node: JSONContent, making: Making): string =>
  (node.content ?? []).map((child) => element(child, making)).join('');

function element(node: JSONContent, making: Making): string {
  if (node.type === 'text') return marked(node);
  return ELEMENTS[node.type ?? '']?.(node, making) ?? inside(node, making);
}

const wrap =
  (tag: string): Element =>
  (node, making) =>
    `<${tag}>${inside(node, making)}</${tag}>`;

const cell =
  (tag: 'th' | 'td'): Element =>
  (node, making) => {
    const spans = (['colspan', 'rowspan'] as const)
      .map((name) => ({ name, n: Number(node.attrs?.[name] ?? 1) }))
      .filter(({ n }) => Number.isInteger(n) && n > 1 && n < 1000)
      .map(({ name, n }) => ` ${name}="${n}"`);
    return `<${tag}${spans.join('')}>${inside(node, making)}</${tag}>`;
  };

const ELEMENTS: Partial<Record<string, Element>> = {
  paragraph: wrap('p'),
  blockquote: wrap('blockquote'),
  bulletList: wrap('ul'),
  listItem: wrap('li'),
  tableRow: wrap('tr'),
  tableHeader: cell('th'),
  tableCell: cell('td'),
  // Computed before: a sheet that stands here still is one of values (`spelled-out`).
  table: (node, making) =>
    `<table${node.attrs?.ofSheet === true ? ' class="sheet"' : ''}><tbody>${inside(node, making)}</tbody></table>`,
  heading: (node, making) => {
    const level = Math.min(6, Math.max(1, Math.round(Number(node.attrs?.level)) || 1));
    return `<h${level}>${inside(node, making)}</h${level}>`;
  },
  orderedList: (node, making) => {
    const start = Number(node.attrs?.start ?? 1);
    return `<ol${Number.isInteger(start) && start !== 1 ? ` start="${start}"` : ''}>${inside(node, making)}</ol>`;
  },
  taskList: wrap('ul'),
  taskItem: (node, making) => `<li>${node.attrs?.checked === true ? '☑' : '☐'} ${inside(node, making)}</li>`,
  codeBlock: (node, making) => `<pre><code>${inside(node, making)}</code></pre>`,
  horizontalRule: () => '<hr>',
  hardBreak: () => '<br>',
  pageBreak: () => '<hr class="page-break">',
  drawing: (node, { picture }) => {
    const under = String(node.attrs?.under ?? '');
    return `<div class="drawing">${drawingSvg(strokesOf(node), String(node.attrs?.alt ?? ''), under === '' ? null : picture(under))}</div>`;
  },
  frame: ({ attrs, content }, making) =>
    `<section class="frame${attrs?.ratio === '4:3' ? ' frame-narrow' : ''}">${inside({ content: content ?? [] }, making)}</section>`,
  speakerNotes: (node, making) => `<aside class="speaker-notes">${inside(node, making)}</aside>`,
  formula: ({ attrs }, { formula }) => formula(String(attrs?.tex ?? ''), false),
  formulaBlock: ({ attrs }, { formula }) => `<p>${formula(String(attrs?.tex ?? ''), true)}</p>`,
  footnote: ({ attrs }, { notes }) => {
    const n = notes.push(String(attrs?.text ?? ''));
    return `<sup id="at-note-${n}"><a href="#note-${n}">${n}</a></sup>`;
  },
  image: ({ attrs }, { picture }) => {
    const address = picture(String(attrs?.src ?? ''));
    const alt = escaped(String(attrs?.alt ?? ''));
    return address === null
      ? alt === ''
        ? ''
        : `<p>${alt}</p>`
      : `<p><img src="${escaped(address)}" alt="${alt}"></p>`;
  }
};

const MARKS: Partial<Record<string, string>> = { bold: 'strong', italic: 'em', strike: 'del', code: 'code' };

function marked({ text = '', marks = [] }: JSONContent): string {
  return marks.reduce((html, { type, attrs }) => {
    const tag = MARKS[type];
    if (tag) return `<${tag}>${html}</${tag}>`;
    const href = type === 'link' ? String(attrs?.href ?? '') : '';
    return isSafeLink(href) ? `<a href="${escaped(href)}" rel="noopener noreferrer nofollow">${html}</a>` : html;
  }, escaped(text));
}

const ESCAPES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text that is only text, wherever it stands in HTML. */
export const escaped = (text: string): string => text.replace(/[&<>"]/g, (one) => ESCAPES[one] ?? one);
