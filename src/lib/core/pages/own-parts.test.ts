import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyUpdate, Doc, encodeStateAsUpdate, encodeStateVector, XmlElement, XmlText } from 'yjs';
import { fromMarkdown, toMarkdown } from './markdown';
import { beginning, FIELD, merged, pageOf } from './merge';
import { layParts, partOfPage, trespasses, type OwnPart } from './own-parts';
import { unsound } from './sound';

const PARTS: OwnPart[] = ['a', 'b', 'c'].map((id) => ({
  id,
  title: `Part ${id}`,
  personId: id === 'c' ? 'ilse' : id,
  finishedAt: id === 'c' ? 1 : null
}));
const fresh = (): Doc => {
  const doc = merged([beginning(fromMarkdown('# Knots\n'), 'ab'.repeat(32))]);
  layParts(doc, PARTS);
  return doc;
};
/** What somebody's own copy of the page sends when they do something to it by hand. */
function byHand(doc: Doc, act: (copy: Doc) => void): Uint8Array {
  const copy = new Doc();
  applyUpdate(copy, encodeStateAsUpdate(doc));
  const before = encodeStateVector(copy);
  act(copy);
  return encodeStateAsUpdate(copy, before);
}
const page = (doc: Doc) => doc.getXmlFragment(FIELD);
const part = (doc: Doc, i: number) => page(doc).get(1 + i) as XmlElement;
const words = (doc: Doc, i: number) => (part(doc, i).get(0) as XmlElement).insert(0, [new XmlText('mine')]);
const by = (who: string, act: (copy: Doc) => void) => {
  const doc = fresh();
  return { refused: trespasses(doc, byHand(doc, act), PARTS, who), doc };
};

describe('a part of somebody', () => {
  it('is written in by its owner, and everything around it by all', () => {
    expect(by('a', (doc) => words(doc, 0)).refused).toBe(false);
    expect(by('b', (doc) => page(doc).insert(1, [new XmlElement('paragraph')])).refused).toBe(false);
    expect(by('b', (doc) => page(doc).delete(0, 1)).refused).toBe(false);
  });

  it('is not written in, renamed, taken away, doubled or moved by anybody else, whatever they send', () => {
    const hostile: Array<(doc: Doc) => void> = [
      (doc) => words(doc, 0),
      (doc) => part(doc, 0).delete(0, 1),
      (doc) => part(doc, 0).setAttribute('title', 'Mine now'),
      (doc) => part(doc, 0).setAttribute('id', 'b'),
      (doc) => page(doc).delete(1, 1),
      (doc) => page(doc).delete(0, 4),
      (doc) => page(doc).insert(4, [Object.assign(part(doc, 0).clone())]),
      (doc) => {
        const moved = part(doc, 0).clone();
        page(doc).delete(1, 1);
        page(doc).insert(3, [moved]);
      }
    ];
    for (const act of hostile) expect(by('b', act).refused).toBe(true);
  });

  it('is not taken away or renamed by its owner either, and when it is finished not written in', () => {
    expect(by('a', (doc) => page(doc).delete(1, 1)).refused).toBe(true);
    expect(by('a', (doc) => part(doc, 0).setAttribute('id', 'z')).refused).toBe(true);
    expect(by('ilse', (doc) => words(doc, 2)).refused).toBe(true);
  });

  it('stays as it is to the letter wherever nothing is refused', () => {
    const deed = fc.record({
      at: fc.nat(6),
      into: fc.nat(3),
      kind: fc.constantFrom('type', 'cut', 'lay', 'drop', 'set')
    });
    fc.assert(
      fc.property(fc.array(deed, { minLength: 1, maxLength: 4 }), (deeds) => {
        const doc = fresh();
        const before = pageOf(doc);
        const update = byHand(doc, (copy) => {
          for (const { at, into, kind } of deeds) {
            const blocks = page(copy);
            const block = blocks.get(at % Math.max(1, blocks.length)) as XmlElement | undefined;
            if (kind === 'lay') blocks.insert(at % (blocks.length + 1), [new XmlElement('paragraph')]);
            else if (kind === 'drop' && blocks.length > 0) blocks.delete(at % blocks.length, 1);
            else if (kind === 'set') block?.setAttribute('title', String(into));
            else if (kind === 'cut' && block && block.length > 0) block.delete(0, 1);
            else if (block)
              block.insert(0, [block.nodeName === 'part' ? new XmlElement('paragraph') : new XmlText('x')]);
          }
        });
        const refused = trespasses(doc, update, PARTS, 'a');
        const kept = (id: string) =>
          JSON.stringify(partOfPage(pageOf(doc), id)) === JSON.stringify(partOfPage(before, id));
        if (!refused) expect(kept('b') && kept('c') && partOfPage(pageOf(doc), 'a') !== null).toBe(true);
      })
    );
  });

  it('is a division in Markdown, and read again the same; on a deck it begins with a frame', () => {
    const written = toMarkdown(pageOf(fresh()));
    expect(written).toContain('::: {.part #a title="Part a"}');
    expect(toMarkdown(fromMarkdown(written))).toBe(written);
    const deck = merged([
      beginning(
        fromMarkdown('::: {.frame #f ratio="4:3"}\n\n# Knots\n\n::: {.notes #n}\n\nSlowly.\n\n:::\n\n:::\n'),
        'cd'.repeat(32)
      )
    ]);
    layParts(deck, PARTS);
    expect(unsound(pageOf(deck))).toBeNull();
    expect(partOfPage(pageOf(deck), 'a')?.content?.[0]?.type).toBe('frame');
    expect(toMarkdown(fromMarkdown(toMarkdown(pageOf(deck))))).toBe(toMarkdown(pageOf(deck)));
  });
});
