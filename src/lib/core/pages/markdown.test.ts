import type { JSONContent } from '@tiptap/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromMarkdown, toMarkdown } from './markdown';
import { unsound } from './sound';

const PICTURE = `pictures/${'5'.repeat(64)}.png`;
const EVERYTHING = `# Report

Kelp costs \\$5, and $x^2 + y$ of it^[says the warden \\[who knows\\]] is **bold**.

$$
\\frac{a}{b}
$$

\\newpage

- [ ] measured
- [x] drawn

![A blade of kelp](${PICTURE})

\\# no heading

1\\. no list

> said

| zone | n |
| ---- | --- |
| $x$  | 2 |
`;

describe('a page as Markdown', () => {
  it('holds formulas, notes, ticks, pictures and sheets, and says the same when it is read again', () => {
    const page = fromMarkdown(EVERYTHING);
    expect(unsound(page)).toBeNull();
    const kinds = JSON.stringify(page);
    for (const kind of ['formula', 'formulaBlock', 'footnote', 'pageBreak', 'taskList', 'image', 'table'])
      expect(kinds).toContain(`"type":"${kind}"`);
    const again = toMarkdown(page);
    expect(fromMarkdown(again)).toEqual(page);
    expect(toMarkdown(fromMarkdown(again))).toBe(again);
  });

  it('takes prices for prices', () => {
    expect(JSON.stringify(fromMarkdown('From $5 to $6, and $7-$8.'))).not.toContain('formula');
  });

  const line = fc
    .string({ unit: fc.constantFrom(...'ab 1.#-+*_`$^[](){}<>&\\|~=!>:"'), minLength: 1, maxLength: 24 })
    .map((text) => text.trim().replace(/\s+/g, ' '))
    .filter((text) => text !== '');

  it('never makes of a line something that its writer did not write', () => {
    fc.assert(
      fc.property(line, (text) => {
        const page: JSONContent = { type: 'doc', content: [{ type: 'paragraph', content: [{ type: 'text', text }] }] };
        const back = fromMarkdown(toMarkdown(page));
        expect(back.content).toHaveLength(1);
        expect(back.content?.[0]?.type).toBe('paragraph');
        expect(back.content?.[0]?.content?.map((one) => one.text ?? `<${one.type}>`).join('')).toBe(text);
      }),
      { numRuns: 500, examples: [['a. a'], ['Dr. Anand was late'], ['iv) and so on'], ['12. March'], ['mm. yes']] }
    );
  });

  it('takes a line that begins with somebody’s title for a line, and a list by letters for a list', () => {
    const types = (text: string) => fromMarkdown(text).content?.map(({ type }) => type);
    expect(types('Dr. Anand was late.')).toEqual(['paragraph']);
    expect(types('a. first\nb. second')).toEqual(['orderedList']);
  });
});
