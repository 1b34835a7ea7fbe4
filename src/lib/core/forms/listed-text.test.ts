import { expect, it } from 'vitest';
import { listedText } from './listed-text';

it.each([
  ['a b', ['a', 'b']],
  [' A,b;\n a\t', ['a', 'b']],
  ['', []]
])('%j', (text, listed) => expect(listedText(20).parse(text)).toEqual(listed));
it('has an end', () => expect(listedText(3).safeParse('a b c').success).toBe(false));
