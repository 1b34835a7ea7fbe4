import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyUpdate, type Doc, encodeStateAsUpdate, XmlElement, XmlText } from 'yjs';
import { fromMarkdown } from './markdown';
import { beginning, FIELD, merged, pageOf } from './merge';
import { pageSchema } from './sound';
import { shares, whoWrote } from './who-wrote';

const BEGAN = beginning(fromMarkdown('# Report\n\n- one\n- **two**\n'), 'ab'.repeat(32));

describe('who wrote what', () => {
  it('is said of every letter, at the place where the editor shows it', () => {
    const typing = fc.array(fc.record({ who: fc.nat(2), at: fc.nat(40), bold: fc.boolean() }), { maxLength: 12 });
    fc.assert(
      fc.property(typing, (deeds) => {
        const windows = [0, 1, 2].map(() => merged([BEGAN]));
        const writers = Object.fromEntries(windows.map(({ clientID }, i) => [clientID, 'abc'.charAt(i)]));
        const all = merged([BEGAN]);
        for (const { who, at, bold } of deeds) {
          const doc = windows[who] as Doc;
          applyUpdate(doc, encodeStateAsUpdate(all));
          const blocks = doc.getXmlFragment(FIELD);
          const paragraph = new XmlElement('paragraph');
          const text = new XmlText();
          paragraph.insert(0, [text]);
          blocks.insert(at % (blocks.length + 1), [paragraph]);
          // Each writes their own letter alone, so that a letter tells whose it is.
          text.insert(0, 'abc'.charAt(who).repeat(3), bold ? { bold: {} } : {});
          const other = blocks.get(at % blocks.length);
          const there = other instanceof XmlElement ? other.get(0) : null;
          if (there instanceof XmlText) there.insert(at % (there.length + 1), 'abc'.charAt(who));
          applyUpdate(all, encodeStateAsUpdate(doc));
        }
        const shown = pageSchema().nodeFromJSON(pageOf(all));
        for (const { from, to, by } of whoWrote(all, shown, writers)) {
          const text = shown.textBetween(from, to);
          expect(text).toHaveLength(to - from);
          if (by !== null) expect(text).toBe(by.repeat(to - from));
          else expect(text).not.toMatch(/^[abc]+$/);
        }
      })
    );
  });

  it('is counted for each, most first', () => {
    const passages = [
      { from: 1, to: 3, by: 'a' },
      { from: 3, to: 9, by: null },
      { from: 9, to: 14, by: 'b' }
    ];
    expect(shares(passages)).toEqual([
      { by: null, letters: 6 },
      { by: 'b', letters: 5 },
      { by: 'a', letters: 2 }
    ]);
  });
});
