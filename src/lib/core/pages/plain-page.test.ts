import fc from 'fast-check';
import { expect, it } from 'vitest';
import { plainPage } from './plain-page';
import { isSafeLink } from './safe-link';

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
