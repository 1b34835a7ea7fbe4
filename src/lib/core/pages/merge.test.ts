import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, decodeStateVector, XmlElement, XmlText } from 'yjs';
import { fromMarkdown, toMarkdown } from './markdown';
import { beginning, FIELD, merged, pageOf, writersIn } from './merge';
import { unsound } from './sound';

const BEGAN = 'b0a7'.repeat(16);
const began = beginning(fromMarkdown('# Report\n\nKelp.\n'), BEGAN);

/** A window that has the page as it began, writes paragraphs and takes some away. */
function window(words: readonly string[]): { doc: Doc; updates: Uint8Array[] } {
  const doc = merged([began]);
  const updates: Uint8Array[] = [];
  doc.on('update', (update: Uint8Array) => updates.push(update));
  const page = doc.getXmlFragment(FIELD);
  for (const word of words) {
    const paragraph = new XmlElement('paragraph');
    paragraph.insert(0, [new XmlText(word)]);
    page.insert(word.length % (page.length + 1), [paragraph]);
    if (word.length % 5 === 4) page.delete(0, 1);
  }
  return { doc, updates };
}
const writing = fc.array(fc.string({ minLength: 1, maxLength: 12 }), { maxLength: 6 });

describe('what several write', () => {
  it('is one page, in whatever order and however often it comes', () => {
    fc.assert(
      fc.property(writing, writing, fc.infiniteStream(fc.nat({ max: 1000 })), (one, other, chance) => {
        const updates = [window(one), window(other)].flatMap((each) => each.updates);
        const shuffled = [...updates, ...updates]
          .map((update) => ({ update, at: chance.next().value ?? 0 }))
          .sort((a, b) => a.at - b.at)
          .map(({ update }) => update);
        expect(pageOf(merged([began, ...shuffled]))).toEqual(pageOf(merged([began, ...updates])));
      })
    );
  });

  it('keeps every word that nobody took away', () => {
    fc.assert(
      fc.property(writing, writing, (one, other) => {
        const [a, b] = [window(one.map((word) => `a${word}aaaa`)), window(other.map((word) => `b${word}bbbb`))];
        const text = JSON.stringify(pageOf(merged([began, ...a.updates, ...b.updates])));
        for (const { doc } of [a, b])
          for (const kept of doc.getXmlFragment(FIELD).toArray().slice(2)) {
            const own = (kept as XmlElement).toArray().join('');
            const both = [a, b].every((each) => each.doc.getXmlFragment(FIELD).toString().includes(own));
            if (both) expect(text).toContain(JSON.stringify(own).slice(1, -1));
          }
      })
    );
  });

  it('begins as one page wherever it is opened first', () => {
    const again = beginning(fromMarkdown('# Report\n\nKelp.\n'), BEGAN);
    expect(again).toEqual(began);
    expect(toMarkdown(pageOf(merged([began, again])))).toBe('# Report\n\nKelp.\n');
  });
});

describe('who wrote', () => {
  const known = (doc: Doc) => decodeStateVector(encodeStateVector(doc));

  it('are the windows that an update brings something new of', () => {
    const base = merged([began]);
    const { doc, updates } = window(['kelp']);
    expect(writersIn(updates[0] ?? began, known(base))).toEqual([doc.clientID]);
    expect(writersIn(began, known(base))).toEqual([]);
    expect(writersIn(encodeStateAsUpdate(doc), known(base))).toEqual([doc.clientID]);
  });

  it('is unknown of what cannot be read, or builds on what is not there', () => {
    const { updates } = window(['one', 'two']);
    expect(writersIn(updates[1] ?? began, known(merged([began])))).toBeNull();
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1, maxLength: 80 }), (bytes) => {
        const writers = writersIn(bytes, new Map());
        if (writers !== null) expect(() => applyUpdate(new Doc(), bytes)).not.toThrow();
      })
    );
  });
});

describe('a page', () => {
  it('is what the editor knows, no deeper and no longer than anybody writes', () => {
    expect(unsound(pageOf(merged([began])))).toBeNull();
    const strange = (fill: (doc: Doc) => void) => {
      const doc = new Doc();
      fill(doc);
      return unsound(pageOf(doc));
    };
    expect(strange((doc) => doc.getXmlFragment(FIELD).insert(0, [new XmlElement('script')]))).toBe('no-page');
    expect(strange((doc) => doc.getXmlFragment(FIELD).insert(0, [new XmlText('bare')]))).toBe('no-page');
    const image = { type: 'image', attrs: { src: 'https://example.org/kelp.png', alt: '' } };
    expect(unsound({ type: 'doc', content: [image] })).toBe('no-page');
    let deep: { type: string; content?: unknown[] } = { type: 'paragraph' };
    for (let i = 0; i < 60; i++) deep = { type: 'blockquote', content: [deep] };
    expect(unsound({ type: 'doc', content: [deep] } as Parameters<typeof unsound>[0])).toBe('no-page');
    const long = { type: 'paragraph', content: [{ type: 'text', text: 'x'.repeat(300_001) }] };
    expect(unsound({ type: 'doc', content: [long] })).toBe('too-long');
  });
});
