import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spotAnswer, spotIn, spotWords } from './spot';
import { textParts } from './text-parts';

describe('a place on a picture', () => {
  it('is answered and read as the same place, and is none beyond the picture', () => {
    const thousandth = fc.integer({ min: 0, max: 1000 });
    fc.assert(
      fc.property(thousandth, thousandth, (x, y) => {
        expect(spotIn(spotAnswer({ x, y }))).toEqual({ x, y });
      })
    );
    for (const answer of ['1001,0', '0,1001', '1', '1,', ',1', '-1,1', '1.5,1', 'a,b', '1,1,1', '', undefined])
      expect(spotIn(answer), String(answer)).toBeNull();
    expect(spotWords({ x: 125, y: 1000 })).toBe('12.5 % from the left, 100 % from the top');
  });
});

it('a question’s text falls apart into words and formulas, and nothing of it is lost', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('$', 'x', ' ', '2', '\\', '\n', '$x^2$', 'costs $5'), { maxLength: 12 }),
      (parts) => {
        const text = parts.join('');
        expect(
          textParts(text)
            .map((part) => part.text)
            .join('')
        ).toBe(text);
      }
    )
  );
  expect(textParts('Area $\\pi r^2$ of it')).toEqual([
    { text: 'Area ', tex: null },
    { text: '$\\pi r^2$', tex: '\\pi r^2' },
    { text: ' of it', tex: null }
  ]);
});
