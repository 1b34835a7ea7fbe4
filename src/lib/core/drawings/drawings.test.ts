import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromMarkdown, toMarkdown } from '../pages/markdown';
import { strokesOf } from '../pages/nodes/drawing';
import { unsound } from '../pages/sound';
import { HEIGHT, isPoints, MOST_POINTS, readPoints, STROKES, WIDTH, writePoints } from './strokes';
import { drawingSvg } from './svg';

const point = fc.tuple(fc.integer({ min: -50, max: 2000 }), fc.integer({ min: -50, max: 2000 }), fc.nat(9));
const stroke = fc.record({
  kind: fc.constantFrom(...STROKES),
  points: fc.array(point, { minLength: 1, maxLength: 40 }),
  colour: fc.nat(5),
  width: fc.constantFrom(4, 8, 16),
  text: fc.string({ maxLength: 20 }).map((text) => text.replace(/[\r\n`]/g, ' ').trim())
});

describe('what is drawn', () => {
  it('is kept as points within the board, and read again the same', () => {
    fc.assert(
      fc.property(fc.array(point, { minLength: 1, maxLength: 3000 }), (points) => {
        const text = writePoints(points);
        expect(isPoints(text)).toBe(true);
        const read = readPoints(text);
        expect(read.length).toBeLessThanOrEqual(MOST_POINTS);
        for (const [x, y] of read) expect(x <= WIDTH && y <= HEIGHT && x >= 0 && y >= 0).toBe(true);
        expect(writePoints(read)).toBe(text);
      }),
      { numRuns: 30 }
    );
  });

  it('travels in Markdown as it is, and is a page', () => {
    fc.assert(
      fc.property(fc.array(stroke, { maxLength: 6 }), (strokes) => {
        const content = strokes.map(({ points, text, ...rest }) => ({
          type: 'stroke',
          attrs: { ...rest, points: writePoints(points), text: rest.kind === 'text' ? text : '' }
        }));
        const page = {
          type: 'doc',
          content: [{ type: 'drawing', attrs: { id: 'd', alt: 'a knot', under: '' }, content }]
        };
        const read = fromMarkdown(toMarkdown(page));
        expect(unsound(read)).toBeNull();
        expect(strokesOf(read.content?.[0] ?? {})).toEqual(strokesOf(page.content[0] ?? {}));
      })
    );
  });

  it('is SVG in which text is only text', () => {
    const svg = drawingSvg(
      [{ kind: 'text', points: [[10, 20, 5]], colour: 0, width: 4, text: '</text><script>alert(1)</script>' }],
      '"><script>'
    );
    expect(svg).not.toContain('<script');
    expect(svg).toContain('&lt;script&gt;');
  });
});
