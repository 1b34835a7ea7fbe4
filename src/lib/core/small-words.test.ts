import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cut } from './cut';
import { isSafeLink } from './pages/safe-link';
import { plainPage } from './pages/plain-page';
import { rangeWords, spacingText, UNITS } from './pieces/wants';
import { spotAnswer, spotIn, spotWords } from './questions/spot';
import { textParts } from './questions/text-parts';
import { stretchOf, AT_ONCE, type StoreEntry } from './shelf/outside';
import { firstWords } from './tidings/first-words';

it('a link on a page leads to the web or writes a mail, and runs nothing', () => {
  expect(['https://a.example', 'HTTP://a.example', 'mailto:a@b.example'].every(isSafeLink)).toBe(true);
  const others = [
    'javascript:alert(1)',
    ' https://a.example',
    'data:text/html,x',
    '//a.example',
    '/desk',
    '',
    'https:a',
    'java\tscript:x'
  ];
  expect(others.filter(isSafeLink)).toEqual([]);
});

describe('what is wanted of something, in words', () => {
  it('names a range by both ends, one, or none, each with its unit', () => {
    expect(rangeWords({ from: 800, to: 1200 }, UNITS.words)).toBe('800 to 1,200 words');
    expect(rangeWords({ from: 0, to: 1 }, UNITS.pages)).toBe('0 to 1 page');
    expect(rangeWords({ from: 0, to: 1 }, UNITS.words)).toBe('0 to 1 word');
    expect(rangeWords({ from: 0, to: 1 }, UNITS.howMany)).toMatch(/^0 to 1 \w+$/);
    expect(rangeWords({ from: 60, to: 180 }, UNITS.seconds)).toBe('1 min to 3 min');
    expect(rangeWords({ from: 2 }, UNITS.pages)).toBe('at least 2 pages');
    expect(rangeWords({ to: 1 }, UNITS.pages)).toBe('at most 1 page');
    expect(rangeWords({ from: 1, to: 1 }, UNITS.pages)).toBe('exactly 1 page');
    expect(rangeWords({}, UNITS.pages)).toBe('');
    expect([1, 1.5, 2].map(spacingText)).toEqual(['single', '1.5', 'double']);
  });
});

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

it('the first words of something are one line, whole words, and say that there is more', () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom('a', 'b', ' ', '\n', 'ö', '🐚'), maxLength: 300 }), (text) => {
      const words = firstWords(text);
      expect(words.length).toBeLessThanOrEqual(91);
      expect(words).not.toMatch(/\n|^\s/);
      // No half of a sign is left of one that two units make.
      expect(words.isWellFormed()).toBe(true);
      if (!words.endsWith('…')) expect(words).toBe(text.replace(/\s+/g, ' ').trim());
    })
  );
  const straddling = `a${'🐚'.repeat(60)}`;
  expect(
    [firstWords(straddling), cut(straddling, 90), cut(straddling, 91), cut('', 9)].every((one) => one.isWellFormed())
  ).toBe(true);
  expect([cut('kelp', 3), cut('kelp', 9), cut('🐚🐚', 3)]).toEqual(['kel', 'kelp', '🐚']);
});

it('a plain page keeps every line, however many there are', () => {
  const lines = (text: string) =>
    (plainPage(text).content ?? [])
      .map((line) => line.content?.[0]?.text ?? '')
      .join(' ')
      .replace(/\s+/g, ' ')
      .trim();
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom('', 'a', 'two words', '::: {.answer}', '# no heading'), { maxLength: 20 }),
      (all) => {
        expect(lines(all.join('\n'))).toBe(all.join(' ').replace(/\s+/g, ' ').trim());
      }
    )
  );
  expect(lines('x\n'.repeat(50_000)).split(' ')).toHaveLength(50_000);
});

it('a folder of a store is shown by stretches, narrowed down by a part of a name', () => {
  const entries = Array.from({ length: AT_ONCE * 2 + 1 }, (_, i) => ({ name: `Shore ${i}.txt` }) as StoreEntry);
  const first = stretchOf(entries, { named: '', from: 0 });
  expect([first.entries.length, first.of, first.next]).toEqual([AT_ONCE, entries.length, AT_ONCE]);
  expect(stretchOf(entries, { named: '', from: AT_ONCE * 2 })).toEqual({
    entries: entries.slice(-1),
    of: entries.length,
    next: null
  });
  expect(stretchOf(entries, { named: ' SHORE 40', from: 0 }).of).toBe(2);
  expect(stretchOf(entries, { named: 'x'.repeat(9), from: 0 })).toEqual({ entries: [], of: 0, next: null });
  expect(stretchOf(entries, { named: '', from: AT_ONCE }).next).toBe(AT_ONCE * 2);
});
