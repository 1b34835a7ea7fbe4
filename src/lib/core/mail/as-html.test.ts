import fc from 'fast-check';
import { parseDocument } from 'htmlparser2';
import { expect, it } from 'vitest';
import { mailHtml } from './as-html';

/** What somebody reads: the text of the body, and nothing that is no text. */
function read(html: string): { text: string; tags: Set<string>; links: string[] } {
  const tags = new Set<string>();
  const links: string[] = [];
  let text = '';
  const walk = (nodes: ReturnType<typeof parseDocument>['children']) => {
    for (const node of nodes)
      if (node.type === 'text') text += (node as unknown as { data: string }).data;
      else if (node.type === 'tag') {
        const tag = node as unknown as { name: string; attribs: Record<string, string>; children: typeof nodes };
        tags.add(tag.name);
        if (tag.name === 'a') links.push(tag.attribs.href ?? '');
        if (tag.name !== 'head') walk(tag.children);
      }
  };
  walk(parseDocument(html).children);
  return { text, tags, links };
}

const words = (text: string) => text.split(/\s+/).filter(Boolean);

it('says the same words as the plain text, whatever stands in it', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), fc.string(), (text, subject) => {
      const found = read(mailHtml(text, subject));
      expect(words(found.text)).toEqual(words(text));
      for (const tag of found.tags) expect(['html', 'head', 'body', 'p', 'br', 'a']).toContain(tag);
    })
  );
});

it('makes addresses links, and leaves the full stop to the sentence', () => {
  const html = mailHtml('Open http://vendro.example/join/abc.\n\nOr (https://vendro.example/a?b=1&c=2)', 'x');
  expect(read(html).links).toEqual(['http://vendro.example/join/abc', 'https://vendro.example/a?b=1&c=2']);
});
