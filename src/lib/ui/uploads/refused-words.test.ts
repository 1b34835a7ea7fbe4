import { expect, it } from 'vitest';
import { uploadRefusedWords } from './refused-words';

it.each([
  ['shelf-full', /Shelf is full/],
  ['disk-full', /no room for files/],
  ['wrong-type', /Save it as one of these/],
  ['excused', /The file was not sent/],
  ['not-here', /not yours to fill/],
  ['anything else', /did not say why/]
])('says its own reason for %s', (why, words) => expect(uploadRefusedWords(why, 1000)).toMatch(words));

it('never says that the packet has changed where it has not', () => {
  for (const why of ['shelf-full', 'too-large', 'place-full', 'wrong-type', 'not-here'])
    expect(uploadRefusedWords(why, 1000)).not.toMatch(/has changed/);
});
