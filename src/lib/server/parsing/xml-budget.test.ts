import { expect, it } from 'vitest';
import { XmlBudget } from './xml-budget';

const take = (xml: string, most: number, deepest: number) => () => new XmlBudget(most, deepest).take(Buffer.from(xml));

it('counts elements, closed at once or later', () => {
  const three = '<?xml version="1.0"?><!-- <!> --><a><b/><c>text > more</c></a>';
  expect(take(three, 3, 2)).not.toThrow();
  expect(take(three, 2, 2)).toThrow(/elements/);
});

it('counts how deep they lie in one another', () => {
  expect(take('<a><a><a></a></a></a>', 10, 3)).not.toThrow();
  expect(take('<a><a><a></a></a></a>', 10, 2)).toThrow(/depth/);
  expect(take('<a/>'.repeat(50), 50, 1)).not.toThrow();
  expect(take('<a>'.repeat(50), 50, 10)).toThrow(/depth/);
});

it('counts on where the bytes come in pieces', () => {
  const budget = new XmlBudget(2, 9);
  for (const byte of Buffer.from('<a><b/></a>')) budget.take(Uint8Array.of(byte));
  expect(() => budget.take(Buffer.from('<c>'))).toThrow(/elements/);
});
