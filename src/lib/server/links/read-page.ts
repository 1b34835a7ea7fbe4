import { cut } from '$core/cut';
import type { PageText } from '$core/links/page-text';
import { Parser } from 'htmlparser2';

const LONGEST_TEXT = 200_000;
const SILENT = new Set(['script', 'style', 'noscript', 'template', 'svg', 'head']);
const BLOCKS = new Set(['p', 'div', 'li', 'tr', 'br', 'h1', 'h2', 'h3', 'h4', 'section', 'article', 'td', 'th', 'pre']);

/** Reads a page's HTML. Nothing in it is run, and nothing that it refers to is fetched. */
export async function readPage(html: string): Promise<PageText> {
  const page: PageText & { heading: string } = {
    title: '',
    excerpt: '',
    text: '',
    asksPassword: false,
    picture: null,
    heading: ''
  };
  let silent = 0;
  let inside: string[] = [];
  const parts: string[] = [];
  const parser = new Parser({
    onopentag(name, attributes) {
      if (SILENT.has(name)) silent++;
      if (BLOCKS.has(name)) parts.push('\n');
      if (name === 'title' || name === 'h1') inside.push(name);
      if (name === 'input' && attributes.type?.toLowerCase() === 'password') page.asksPassword = true;
      if (name === 'meta') readMeta(attributes, page);
    },
    ontext(text) {
      if (inside.at(-1) === 'title') page.title += text;
      else if (silent === 0) {
        if (inside.at(-1) === 'h1') page.heading += text;
        parts.push(text);
      }
    },
    onclosetag(name) {
      if (SILENT.has(name)) silent = Math.max(0, silent - 1);
      if (BLOCKS.has(name)) parts.push('\n');
      inside = inside.filter((one) => one !== name);
    }
  });
  parser.end(html);
  const text = gathered(parts.join('')).slice(0, LONGEST_TEXT);
  return {
    title: cut(gathered(page.title) || gathered(page.heading), 300),
    excerpt: cut(gathered(page.excerpt) || text.replaceAll('\n', ' '), 300),
    text,
    asksPassword: page.asksPassword,
    picture: page.picture
  };
}

function readMeta({ name, property, content = '' }: Record<string, string>, page: PageText): void {
  if (name === 'description' || (property === 'og:description' && page.excerpt === '')) page.excerpt = content;
  if (property === 'og:image') page.picture = content;
}

function gathered(text: string): string {
  return text
    .replace(/[^\S\n]+/g, ' ')
    .replace(/ ?\n[\s]*/g, '\n')
    .trim();
}
